import type { FreezingPicture } from './mold-freezing';

/** A frozen mold as it is sent to whoever draws it: bytes as text, times by their logarithm. */
export interface CodedPicture {
  /** Lines between cells, m from the middle of the flask at the parting. */
  x_m: number[];
  y_m: number[];
  z_m: number[];
  /** What each cell holds, along x, y, z: 0 sand, 255 a chill, else a body's place in `parts` and one more. */
  holds: string;
  /** When metal begins to freeze and is solid; when sand comes to the boil. */
  begins: string;
  solid: string;
  boils: string;
}

export interface Picture {
  x_m: Float64Array;
  y_m: Float64Array;
  z_m: Float64Array;
  holds: Uint8Array;
  /** s from the pour; infinite where it never is. */
  begins_s: Float32Array;
  solid_s: Float32Array;
  boils_s: Float32Array;
}

/** A step of the code is a share of this of the time: seconds are told to a thousandth of them. */
const STEPS = 1000;
const NEVER = 65_535;

const coded = (s: number): number =>
  Number.isFinite(s) ? Math.min(NEVER - 1, Math.round(STEPS * Math.log1p(Math.max(0, s)))) : NEVER;
const decoded = (code: number): number => (code === NEVER ? Infinity : Math.expm1(code / STEPS));

/** Bytes as text that JSON takes as it is. */
function base64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}
const bytesOf = (text: string): Uint8Array => Uint8Array.from(atob(text), (each) => each.charCodeAt(0));

function timesAsText(times_s: Float32Array): string {
  const bytes = new Uint8Array(2 * times_s.length);
  const view = new DataView(bytes.buffer);
  times_s.forEach((s, i) => view.setUint16(2 * i, coded(s), true));
  return base64(bytes);
}
function timesOf(text: string): Float32Array {
  const bytes = bytesOf(text);
  const view = new DataView(bytes.buffer);
  return Float32Array.from({ length: bytes.length / 2 }, (_, i) => decoded(view.getUint16(2 * i, true)));
}

export const codePicture = ({ grid, times }: FreezingPicture): CodedPicture => ({
  x_m: [...grid.lines.x],
  y_m: [...grid.lines.y],
  z_m: [...grid.lines.z],
  holds: base64(grid.holds),
  begins: timesAsText(times.begins_s),
  solid: timesAsText(times.solid_s),
  boils: timesAsText(times.boils_s)
});

export const readPicture = (of: CodedPicture): Picture => ({
  x_m: Float64Array.from(of.x_m),
  y_m: Float64Array.from(of.y_m),
  z_m: Float64Array.from(of.z_m),
  holds: bytesOf(of.holds),
  begins_s: timesOf(of.begins),
  solid_s: timesOf(of.solid),
  boils_s: timesOf(of.boils)
});
