import { rounded } from '$core/quantity/rounded';
import type { Layout } from '$core/mold/layout';
import type { MoldLayout } from './session';

const mm = (m: number) => rounded(m * 1000, 2);
const DEGREE = Math.PI / 180;

/** A layout as it is kept with a mold. */
export const keptLayout = ({ places, sprue }: Layout, of: readonly { id: number }[]): MoldLayout => ({
  placed: places.map(({ x_m, y_m, turned_rad }, i) => ({
    pattern_id: of[i]!.id,
    x_mm: mm(x_m),
    y_mm: mm(y_m),
    turned_deg: rounded(((turned_rad / DEGREE) % 360) + 360, 2) % 360
  })),
  sprue: { x_mm: mm(sprue.x_m), y_mm: mm(sprue.y_m) }
});

/** The same for the core, where it still names as many castings as there are. */
export function layoutOf(kept: MoldLayout | null, castings: number): Layout | null {
  if (!kept || kept.placed.length !== castings) return null;
  return {
    places: kept.placed.map(({ x_mm, y_mm, turned_deg }) => ({
      x_m: x_mm / 1000,
      y_m: y_mm / 1000,
      turned_rad: turned_deg * DEGREE
    })),
    sprue: { x_m: kept.sprue.x_mm / 1000, y_m: kept.sprue.y_mm / 1000 }
  };
}
