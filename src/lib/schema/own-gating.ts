import type { Chill } from '$core/mold/chill';
import type { OwnGating } from '$core/metal/gating-plan';
import type { GatingHabit } from '$core/mold/mold-gating';
import type { MoldChill, MoldGating } from './pour';

const metres = (mm: number | undefined) => (mm === undefined ? undefined : mm / 1000);

/** Gating of one's own in metres. */
export const ownGating = (own: MoldGating | null): OwnGating => ({
  pour_s: own?.pour_s,
  sprue_top_m: metres(own?.sprue_top_mm),
  sprue_bottom_m: metres(own?.sprue_bottom_mm),
  ingates: own?.ingates,
  ingate_width_m: metres(own?.ingate_width_mm),
  ingate_height_m: metres(own?.ingate_height_mm),
  riser_m: metres(own?.riser_mm),
  riser_stands: own?.riser_stands,
  runner_width_m: metres(own?.runner_width_mm),
  runner_height_m: metres(own?.runner_height_mm),
  basin_length_m: metres(own?.basin_length_mm),
  basin_width_m: metres(own?.basin_width_mm),
  basin_depth_m: metres(own?.basin_depth_mm)
});

/** How its owner gates a mold, where that was written down. */
export const gatingHabit = (own: MoldGating | null): GatingHabit => ({
  gate: own?.gate,
  school: own?.school,
  wall_m: metres(own?.wall_mm),
  sand_c: own?.sand_c
});

/** Chills as they lie in a mold, in metres. */
export const chillsOf = (kept: readonly MoldChill[] | undefined): Chill[] =>
  (kept ?? []).map(({ casting, x_mm, y_mm, half, across_mm, thick_mm }) => ({
    casting,
    x_m: x_mm / 1000,
    y_m: y_mm / 1000,
    half,
    across_m: across_mm / 1000,
    thick_m: thick_mm / 1000
  }));
