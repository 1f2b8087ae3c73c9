import type { GatingPlan } from '$core/metal/gating-plan';
import { BASIN_FULL } from '$core/metal/gating-plan';
import type { HotBody } from './after-pour';
import type { Part } from './opening';
import { spreadOf, spreadOfCylinder, type Spread } from './shape';

/** A part of the way in as it cools, and how often its sand and heat count. */
export type GatingBody = HotBody & { part: Exclude<Part, 'casting'>; count: number };

const disc = (d: number) => (Math.PI / 4) * d * d;

/** A rod that sand cools along its side. */
const rod = (part: GatingBody['part'], diameter_m: number, length_m: number): GatingBody => ({
  part,
  volume_m3: disc(diameter_m) * length_m,
  area_m2: Math.PI * diameter_m * length_m,
  around: spreadOfCylinder(Math.PI * diameter_m * length_m, diameter_m, length_m),
  count: 1
});

/**
 * Air hardly cools a basin or a riser at its open top. It cools as one half of a body that is mirrored there, which has
 * twice the metal, twice the surface, and counts as a half.
 */
const openAtTop = (
  part: GatingBody['part'],
  half: { volume_m3: number; area_m2: number },
  mirrored: (area_m2: number) => Spread,
  times: number
): GatingBody => ({
  part,
  volume_m3: 2 * half.volume_m3,
  area_m2: 2 * half.area_m2,
  around: mirrored(2 * half.area_m2),
  count: times / 2
});

/**
 * The metal of the way in as it cools, each part by its own size: a deep basin or a riser is liquid long after thin
 * castings are not.
 */
export function gatingBodies({ sprue, basin, well, runner, riser }: GatingPlan): GatingBody[] {
  const { depth_m: d, length_m: l, width_m: w } = basin;
  const runner_m2 = 2 * (runner.width_m + runner.height_m) * runner.length_m;
  const bodies = [
    rod('sprue', (sprue.top_m + sprue.bottom_m) / 2, sprue.length_m),
    // The well lies under the sprue's foot: sand at its side and below.
    {
      ...rod('sprue', well.diameter_m, well.depth_m),
      area_m2: Math.PI * well.diameter_m * well.depth_m + disc(well.diameter_m)
    },
    // It freezes as deep as it is at its deepest, and its metal is counted as it tapers.
    openAtTop(
      'basin',
      { volume_m3: d * l * w, area_m2: l * w + 2 * (l + w) * d },
      (area_m2) => spreadOf(area_m2, [l, w, 2 * d]),
      BASIN_FULL
    ),
    {
      part: 'runner' as const,
      volume_m3: runner.width_m * runner.height_m * runner.length_m,
      area_m2: runner_m2,
      around: spreadOf(runner_m2, [runner.length_m, runner.width_m, runner.height_m]),
      count: 1
    }
  ];
  if (!riser) return bodies;
  const { diameter_m, height_m, stands, count } = riser;
  // Sand is all round a blind one.
  if (stands === 'blind') {
    const side = rod('riser', diameter_m, height_m);
    const area_m2 = side.area_m2 + 2 * disc(diameter_m);
    return [...bodies, { ...side, area_m2, around: spreadOfCylinder(area_m2, diameter_m, height_m), count }];
  }
  const ends = stands === 'on-top' ? 0 : 1;
  return [
    ...bodies,
    openAtTop(
      'riser',
      {
        volume_m3: disc(diameter_m) * height_m,
        area_m2: Math.PI * diameter_m * height_m + ends * disc(diameter_m)
      },
      (area_m2) => spreadOfCylinder(area_m2, diameter_m, 2 * height_m),
      count
    )
  ];
}
