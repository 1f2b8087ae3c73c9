import type { MeshAnalysis } from '$core/pattern/analyse';
import { findingsOf, type Finding } from '$core/pattern/draw/findings';
import type { Pull } from '$core/pattern/draw/search';
import { sidesOf } from '$core/pattern/mesh/measure';
import type { Vector } from '$core/pattern/mesh/triangles';
import { USUAL_ALLOY } from '$core/reference/alloys';
import { REMEDIES } from '$core/reference/pattern';
import type { FindingAnswer, MeshAnswer, PullAnswer } from '$lib/schema/pattern';

/** Figures of a mesh are good to this many digits: it is drawn no finer. */
const digits = (value: number) => Number(value.toPrecision(6));
const mm = (m: number) => digits(m * 1000);
const cm2 = (m2: number) => digits(m2 * 1e4);
const place = ([x, y, z]: Vector): [number, number, number] => [mm(x), mm(y), mm(z)];
const way = ([x, y, z]: Vector): [number, number, number] => [digits(x), digits(y), digits(z)];

/** What was worked out of a mesh, in the units of the interface. */
export function meshAnswer(of: MeshAnalysis): MeshAnswer {
  const { drawing } = of;
  return {
    triangles: of.triangles,
    volume_cm3: digits(of.volume_m3 * 1e6),
    area_cm2: cm2(of.area_m2),
    box_mm: place(sidesOf(of.box)),
    watertight: of.watertight,
    open_edges: of.seams.open,
    turned_edges: of.seams.turned,
    crowded_edges: of.seams.crowded,
    repairs: {
      dropped: of.repairs.dropped,
      turned: of.repairs.turned,
      filled: of.repairs.filled,
      joined: of.repairs.snapped_m > 0,
      united: of.repairs.united
    },
    wall_mm: {
      usual: of.walls.usual_m === null ? null : mm(of.walls.usual_m),
      thinnest: of.walls.thinnest.map(({ at, thickness_m }) => ({
        at_mm: place(at),
        thickness_mm: mm(thickness_m)
      })),
      wall: of.walls.wall_m === null ? null : mm(of.walls.wall_m),
      edge: of.walls.edge && {
        thickness_mm: mm(of.walls.edge.thickness_m),
        share: digits(of.walls.edge.share)
      }
    },
    pulls: of.pulls.map(pullAnswer),
    drawing: {
      way: way(drawing.way),
      parting_mm: mm(drawing.height_m),
      cope_mm: mm(drawing.cope_m),
      drag_mm: mm(drawing.drag_m),
      projected_cm2: cm2(drawing.projected_m2),
      cope_share: digits(drawing.cope_share),
      degrees_cm2: drawing.degrees_m2.map(cm2),
      area_cm2: Object.fromEntries(
        Object.entries(drawing.area_m2).map(([name, m2]) => [name, cm2(m2)])
      ) as MeshAnswer['drawing']['area_cm2']
    },
    metal: USUAL_ALLOY,
    findings: findingsOf(drawing, of.pulls, of.walls, of.seams, USUAL_ALLOY).map(findingAnswer)
  };
}

const pullAnswer = (pull: Pull): PullAnswer => ({
  way: way(pull.way),
  parting_mm: mm(pull.height_m),
  flat_undercut_cm2: cm2(pull.flat_m2),
  undercut_cm2: cm2(pull.stepped_m2),
  no_draft_cm2: cm2(pull.no_draft_m2),
  cope_mm: mm(pull.cope_m),
  drag_mm: mm(pull.drag_m)
});

function findingAnswer(finding: Finding): FindingAnswer {
  const { is, remedies, ...of } = finding;
  const area =
    'area_m2' in of ? of.area_m2 : 'flat_m2' in of ? of.flat_m2 : 'undercut_m2' in of ? of.undercut_m2 : null;
  return {
    is,
    ...(area !== null && { area_cm2: cm2(area) }),
    ...('share' in of && { share: digits(of.share) }),
    ...('thickness_m' in of && { thickness_mm: mm(of.thickness_m) }),
    ...('edges' in of && { edges: of.edges }),
    ...('at' in of && of.at && { at_mm: place(of.at) }),
    remedies: remedies.map((each) => ({ do: each, ...REMEDIES[each] }))
  };
}
