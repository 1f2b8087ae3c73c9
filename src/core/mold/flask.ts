/** The two halves of a flask, by what they measure inside. */
export interface Flask {
  shape: 'rectangular' | 'round';
  /** Inside length; of a round one its diameter, m. */
  length_m: number;
  /** Inside width, m; of a round one not read. */
  width_m: number;
  cope_m: number;
  drag_m: number;
}

/** Inside area at the parting, m². */
export const insideArea = ({ shape, length_m, width_m }: Flask): number =>
  shape === 'round' ? (Math.PI / 4) * length_m ** 2 : length_m * width_m;

/** Inside perimeter at the parting, m. */
export const insidePerimeter = ({ shape, length_m, width_m }: Flask): number =>
  shape === 'round' ? Math.PI * length_m : 2 * (length_m + width_m);

/** Inside volume of each half, m³. */
export function insideVolume(flask: Flask): { cope_m3: number; drag_m3: number } {
  const area = insideArea(flask);
  return { cope_m3: area * flask.cope_m, drag_m3: area * flask.drag_m };
}

/** The shorter inside span, which sand has to bridge, m. */
export const insideSpan = ({ shape, length_m, width_m }: Flask): number =>
  shape === 'round' ? length_m : Math.min(length_m, width_m);
