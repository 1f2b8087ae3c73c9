import { rounded } from '$core/quantity/rounded';
import { CHILL, SAND } from '$core/freeze/field';
import type { Picture } from '$core/freeze/picture';

/** What a cut through a mold shows at a time, each as the path of a drawing: x to the right, the cope's top at 0. */
export interface CutThrough {
  liquid: string;
  /** Less than half of the way from liquid to solid, and more. */
  mush: string;
  stiff: string;
  solid: string;
  /** Sand whose water has come to the boil. */
  boiled: string;
  chill: string;
}

/** The row of cells across the flask that a place lies in. */
export function rowAt({ y_m }: Pick<Picture, 'y_m'>, at_m: number): number {
  const above = y_m.findIndex((line) => line > at_m);
  return above < 0 ? y_m.length - 2 : Math.max(0, above - 1);
}

/**
 * A mold cut along its length, at a time: cells of a kind that lie side by side are one box.
 *
 * @param row of cells across the flask
 * @param scale drawing units for each metre
 */
export function cutThrough(of: Picture, row: number, at_s: number, scale: number): CutThrough {
  const { x_m, y_m, z_m, holds, begins_s, solid_s, boils_s } = of;
  const [nx, ny, nz] = [x_m.length - 1, y_m.length - 1, z_m.length - 1];
  const paths: CutThrough = { liquid: '', mush: '', stiff: '', solid: '', boiled: '', chill: '' };
  const kind = (at: number): keyof CutThrough | null => {
    if (holds[at] === CHILL) return 'chill';
    if (holds[at] === SAND) return boils_s[at]! <= at_s ? 'boiled' : null;
    const [begins, solid] = [begins_s[at]!, solid_s[at]!];
    if (at_s < begins) return 'liquid';
    return at_s >= solid ? 'solid' : at_s < (begins + solid) / 2 ? 'mush' : 'stiff';
  };
  const px = (m: number) => rounded(m * scale, 2);
  const [left, top] = [x_m[0]!, z_m[nz]!];
  for (let k = 0; k < nz; k++) {
    const from = (k * ny + row) * nx;
    for (let i = 0; i < nx;) {
      const is = kind(from + i);
      let to = i + 1;
      while (to < nx && kind(from + to) === is) to++;
      if (is)
        paths[is] +=
          `M${px(x_m[i]! - left)} ${px(top - z_m[k + 1]!)}` +
          `H${px(x_m[to]! - left)}V${px(top - z_m[k]!)}H${px(x_m[i]! - left)}Z`;
      i = to;
    }
  }
  return paths;
}
