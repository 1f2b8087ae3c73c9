import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Rays } from '../mesh/rays';
import { dot, unit, type Triangles, type Vector } from '../mesh/triangles';
import { analyse } from '../analyse';
import {
  block,
  circle,
  cylinder,
  insideOut,
  moved,
  onSide,
  plate,
  rectangle,
  together,
  torus,
  turned
} from '../shape/bodies';
import { spreadDirections } from './directions';
import { DRAFT_CLASSES, draftClass } from './draft';
import { drawAlong } from './drawing';
import { findingsOf } from './findings';
import { ranked, searchPull, type Pull } from './search';
import { wallsOf } from './thickness';

const UP: Vector = [0, 0, 1];
const along = (body: Triangles, way = UP, choice: Parameters<typeof drawAlong>[3] = 'flat') =>
  drawAlong(body, new Rays(body), way, choice).drawing;
function ended<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next();
    if (next.done) return next.value;
  }
}
const polygon = (n: number) => (n / (2 * Math.PI)) * Math.sin((2 * Math.PI) / n);

/** A stem with a cap: from a parting at its foot the cap's underside is undercut. */
const MUSHROOM = turned([
  [0, 0],
  [0.01, 0],
  [0.01, 0.03],
  [0.03, 0.03],
  [0.03, 0.04],
  [0, 0.04]
]);
/** A bar bent down by its own height in the middle: two flats at two heights. */
const STEPS = together(block(0.05, 0.04, 0.01), moved(block(0.05, 0.04, 0.01), [0.05, 0, 0.015]));
const SPOOL = turned([
  [0, 0],
  [0.04, 0],
  [0.04, 0.01],
  [0.02, 0.01],
  [0.02, 0.05],
  [0.04, 0.05],
  [0.04, 0.06],
  [0, 0.06]
]);

describe('undercut area', () => {
  it('of a mushroom on its foot is its cap’s underside and the stem below it, and none from the cap', () => {
    const cap = Math.PI * (0.03 ** 2 - 0.01 ** 2) * polygon(72);
    const stem = 72 * 2 * 0.01 * Math.sin(Math.PI / 72) * 0.03;
    const { undercut_m2 } = along(MUSHROOM, UP, { height_m: 0 });
    expect(Math.abs(undercut_m2 / (cap + stem) - 1)).toBeLessThan(0.02);
    expect(along(MUSHROOM).undercut_m2).toBe(0);
    // Its rim draws either way, so the whole of it goes into the drag.
    expect(along(MUSHROOM).height_m).toBeCloseTo(0.04, 6);
  });

  it('of a spool along its axis is all between its flanges, whatever the parting; across it there is none', () => {
    const exact =
      2 * Math.PI * (0.04 ** 2 - 0.02 ** 2) * polygon(72) + 72 * 2 * 0.02 * Math.sin(Math.PI / 72) * 0.04;
    for (const choice of ['flat', 'stepped'] as const) {
      const { undercut_m2, stepped_m2 } = along(SPOOL, UP, choice);
      expect(Math.abs(undercut_m2 / exact - 1)).toBeLessThan(0.02);
      expect(Math.abs(stepped_m2 / exact - 1)).toBeLessThan(0.02);
    }
    expect(along(SPOOL, [1, 0, 0], 'stepped').undercut_m2).toBe(0);
  });

  it('of a partly covered face is the covered part', () => {
    // A roof of half its width, held a little above a plate by a post at its end.
    const roofed = together(block(0.1, 0.06, 0.01), moved(block(0.05, 0.06, 0.01), [0.025, 0, 0.03]));
    const { stepped_m2 } = along(roofed);
    // The plate's half under the roof cannot leave upward, nor the roof's underside downward.
    expect(Math.abs(stepped_m2 / (2 * 0.05 * 0.06) - 1)).toBeLessThan(0.02);
  });

  it('a stepped body frees by stepping the parting what a flat one holds', () => {
    const [flat, stepped] = [along(STEPS, UP, 'flat'), along(STEPS, UP, 'stepped')];
    expect(flat.undercut_m2 / (0.05 * 0.04)).toBeCloseTo(1, 1.5);
    expect(stepped.undercut_m2).toBe(0);
  });
});

describe('draft', () => {
  it('is exact on planar faces', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 20, noNaN: true }), (degrees) => {
        const h = 0.03;
        const half = 0.05;
        const taper = (h * Math.tan((degrees * Math.PI) / 180)) / half;
        const body = plate(rectangle(2 * half, 2 * half), h, [], taper);
        const { area_m2, degrees_m2 } = along(body);
        const name = draftClass((degrees * Math.PI) / 180);
        // Away from a class's edge the walls are all of it.
        if ([0.5, 1, 3].every((edge) => Math.abs(degrees - edge) > 0.01)) {
          const walls = 4 * (half + half * (1 - taper)) * Math.hypot(h, half * taper);
          expect(area_m2[name] / walls).toBeCloseTo(1, 1.7);
        }
        if (Math.abs(degrees - Math.round(degrees)) > 0.01)
          expect(degrees_m2[Math.min(10, Math.floor(degrees))]).toBeGreaterThan(0);
        expect(area_m2.undercut).toBe(0);
      }),
      { numRuns: 12 }
    );
  });

  it('a hole that narrows towards its half’s pull is undercut', () => {
    const widening = plate(rectangle(0.08, 0.08), 0.03, [circle(0.02).reverse()], 0.03);
    expect(along(widening, UP, { height_m: 0 }).undercut_m2).toBe(0);
    const narrowing = along(widening, [0, 0, -1], { height_m: -0.03 });
    expect(narrowing.undercut_m2).toBeGreaterThan(2 * Math.PI * 0.02 * 0.03 * 0.95);
  });

  it('classes begin where they say', () => {
    const at = (degrees: number) => draftClass((degrees * Math.PI) / 180);
    expect([-1, 0, 0.4, 0.6, 1.5, 5, 45].map(at)).toEqual([
      'undercut',
      'none',
      'none',
      'scant',
      'smooth',
      'ample',
      'open'
    ]);
  });

  it('every triangle has its class', () => {
    const { faces } = drawAlong(SPOOL, new Rays(SPOOL), UP);
    expect(faces.length).toBe(SPOOL.length / 9);
    const undercut = faces.filter((each) => DRAFT_CLASSES[each] === 'undercut').length;
    // Two flanges' inner faces and the stem, each band of 72 segments; a flange's band is one of two triangles each.
    expect(undercut).toBe(3 * 144);
  });
});

describe('shadow, halves and walls', () => {
  it('a ball’s shadow, its halves and its height over the parting', () => {
    const ring = along(torus(0.05, 0.02, 144, 72), UP);
    expect(ring.projected_m2 / (Math.PI * (0.07 ** 2 - 0.03 ** 2))).toBeCloseTo(1, 1.7);
    expect(ring.cope_share).toBeCloseTo(0.5, 2);
    // Mean height of a half circle over its chord: π/4 of the radius.
    expect(ring.top_m / ((Math.PI / 4) * 0.02)).toBeCloseTo(1, 1.5);
  });

  it('wall of a plate is its height, of a hollow cylinder its shell', () => {
    const plateWalls = wallsOf(block(0.1, 0.06, 0.004), new Rays(block(0.1, 0.06, 0.004)), 0.12);
    expect(plateWalls.thinnest[0]!.thickness_m).toBeCloseTo(0.004, 6);
    const tube = plate(circle(0.03), 0.05, [circle(0.027).reverse()]);
    expect(wallsOf(tube, new Rays(tube), 0.08).usual_m).toBeCloseTo(0.003, 4);
    const hollow = together(
      block(0.06, 0.06, 0.06),
      insideOut(moved(block(0.05, 0.05, 0.05), [0, 0, 0.005]))
    );
    expect(wallsOf(hollow, new Rays(hollow), 0.1).usual_m).toBeCloseTo(0.005, 5);
  });
});

describe('a thin wall and a thin edge', () => {
  it('a dome that runs out to nothing has no thin wall: its edge is told by itself', () => {
    // Flat below, 10 mm high in the middle: at 0.67 of its radius its sides lean by 15 degrees, 5.5 mm apart.
    const profile = Array.from({ length: 41 }, (_, i): [number, number] => {
      const r = 0.05 * (1 - i / 40);
      return [r, 0.01 * (1 - (r / 0.05) ** 2)];
    });
    const dome = turned([[0, 0], ...profile]);
    const walls = wallsOf(dome, new Rays(dome), 0.1);
    expect(walls.thinnest[0]!.thickness_m).toBeLessThan(0.001);
    expect(walls.wall_m).toBeGreaterThan(0.005);
    expect(walls.wall_m).toBeLessThan(0.0068);
    expect(walls.edge!.thickness_m).toBeLessThan(0.001);
    // What is thinner than six tenths of that wall lies outside 0.81 of its radius: a third of its surface.
    expect(walls.edge!.share).toBeGreaterThan(0.2);
    expect(walls.edge!.share).toBeLessThan(0.45);
  });
  it('a plate’s wall is its thickness, and it has no edge; one fin of a block is a wall', () => {
    const plate4 = block(0.1, 0.06, 0.004);
    expect(wallsOf(plate4, new Rays(plate4), 0.12)).toMatchObject({
      wall_m: expect.closeTo(0.004, 5) as number,
      edge: null
    });
    const finned = together(block(0.06, 0.06, 0.03), moved(block(0.06, 0.002, 0.02), [0, 0, 0.03]));
    expect(wallsOf(finned, new Rays(finned), 0.1).wall_m).toBeCloseTo(0.002, 5);
  });
});

describe('search of the pull', () => {
  it('looks two hundred ways, none of them twice', () => {
    const ways = spreadDirections(200);
    const nearest = ways.map((a, i) =>
      Math.max(...ways.filter((_, k) => k !== i).map((b) => Math.abs(dot(a, b))))
    );
    expect(ways.length).toBe(200);
    expect(Math.max(...nearest)).toBeLessThan(Math.cos((3 * Math.PI) / 180));
  });

  it.each([
    ['a tapered plate, however it lies', onSide(plate(rectangle(0.12, 0.08), 0.02, [], 0.1)), [1, 0, 0]],
    ['a ring from its flat side', torus(0.05, 0.015), [0, 0, 1]],
    ['a mushroom along its stem', MUSHROOM, [0, 0, 1]]
  ] as const)('%s', (_, body, way) => {
    const [best] = ended(searchPull(body, new Rays(body)));
    expect(Math.abs(dot(best!.way, way))).toBeGreaterThan(0.9995);
    expect(best!.stepped_m2).toBe(0);
    expect(best!.cope_m).toBeLessThanOrEqual(best!.drag_m + 1e-9);
  });

  it('a spool and a rod are drawn across', () => {
    for (const body of [SPOOL, cylinder(0.01, 0.15)]) {
      const [best] = ended(searchPull(body, new Rays(body)));
      expect(Math.abs(best!.way[2])).toBeLessThan(0.02);
      expect(best!.stepped_m2).toBe(0);
    }
  });

  it('undercut counts before what a flat parting holds, that before straight walls, and depth last', () => {
    const pull = (name: number, stepped: number, flat: number, walls: number, depth: number): Pull => ({
      way: [0, 0, name],
      height_m: 0,
      stepped_m2: stepped,
      flat_m2: flat,
      no_draft_m2: walls,
      cope_m: 0,
      drag_m: depth
    });
    const order = ranked(
      [
        pull(4, 0.05, 0.05, 0, 0.01),
        pull(3, 0, 0.2, 0, 0.01),
        pull(2, 0, 0, 0.3, 0.02),
        pull(1, 0, 0, 0.1, 0.02),
        pull(0, 0, 0, 0.1, 0.01)
      ],
      1
    ).map(({ way }) => way[2]);
    expect(order).toEqual([0, 1, 2, 3, 4]);
  });

  it('the best is never worse than the spread ones by more than a hand can tell', () => {
    const body = together(block(0.1, 0.05, 0.02), moved(cylinder(0.015, 0.05), [0.02, 0, 0.02]));
    const rays = new Rays(body);
    const [best] = ended(searchPull(body, rays));
    for (const way of spreadDirections(12))
      expect(best!.stepped_m2).toBeLessThanOrEqual(along(body, unit(way), 'stepped').stepped_m2 + 1e-5);
  });
});

describe('findings', () => {
  const of = (body: Triangles, way?: Vector) => {
    const { analysis, triangles, rays } = ended(analyse(body));
    const drawing = way ? drawAlong(triangles, rays, way).drawing : analysis.drawing;
    return findingsOf(drawing, analysis.pulls, analysis.walls, analysis.seams, 'aluminium');
  };
  it('a tapered plate draws', () => {
    expect(of(plate(rectangle(0.12, 0.08), 0.02, [], 0.1)).map(({ is }) => is)).toEqual(['draws']);
  });
  it('a straight block wants draft; a thin disc only a bevel; a deep one no waxing', () => {
    expect(of(block(0.1, 0.06, 0.03))[0]).toMatchObject({
      is: 'no-draft',
      deep: false,
      remedies: ['draft', 'wax']
    });
    expect(of(cylinder(0.05, 0.006))[0]).toMatchObject({ is: 'no-draft', remedies: ['bevel', 'draft'] });
    expect(of(block(0.1, 0.1, 0.08))[0]).toMatchObject({ is: 'no-draft', deep: true, remedies: ['draft'] });
  });
  it('a spool along its axis is to be turned, and told what else would do', () => {
    const found = of(SPOOL, UP);
    expect(found.map(({ is }) => is)).toContain('better-way');
    expect(found.find(({ is }) => is === 'undercut')?.remedies).toContain('loose-piece');
  });
  it('sawing it is said only where a flat parting frees the halves', () => {
    const remedies = (found: ReturnType<typeof of>, is: string) =>
      found.find((each) => each.is === is)?.remedies;
    expect(remedies(of(SPOOL, UP), 'undercut')).not.toContain('split');
    // Parted at its foot, a ball is held by its lower half; parted at its widest line it is not.
    const round = turned([
      [0, 0],
      [0.03, 0.03],
      [0, 0.06]
    ]);
    const { analysis, triangles, rays } = ended(analyse(round));
    const low = drawAlong(triangles, rays, UP, { height_m: 0.001 }).drawing;
    expect(
      remedies(findingsOf(low, analysis.pulls, analysis.walls, analysis.seams, 'aluminium'), 'stepped')
    ).toEqual(['split', 'cope-down']);
    // A body whose widest line climbs has no flat line to be sawn along.
    expect(remedies(of(STEPS, UP), 'stepped')).toEqual(['cope-down']);
  });
  it('bodies that could not be made one are told, and are no whole answer', () => {
    const { analysis } = ended(analyse(plate(rectangle(0.12, 0.08), 0.02, [], 0.1)));
    const told = findingsOf(
      analysis.drawing,
      analysis.pulls,
      analysis.walls,
      { ...analysis.seams, again_share: 0.2 },
      'aluminium'
    );
    expect(told[0]).toMatchObject({ is: 'overlap', share: 0.2, remedies: ['unite'] });
  });
  it('a wall thinner than the metal runs is thin, and an open body is told first', () => {
    expect(of(plate(rectangle(0.1, 0.06), 0.002, [], 0.01)).map(({ is }) => is)).toContain('thin');
    expect(of(together(cylinder(0.03, 0.02), cylinder(0.02, 0.05).slice(0, 90)))[0]!.is).toBe('open');
  });
});

describe('triangles that no ray gets through in time', () => {
  it('are refused as needles; as many of an honest shape are not', () => {
    // A wheel of spokes, each as long as it and next to nothing wide.
    const spokes = 20_000;
    const wheel = new Float32Array(9 * spokes);
    const rim = (step: number) => [
      0.05 * Math.cos((2 * Math.PI * step) / spokes),
      0.05 * Math.sin((2 * Math.PI * step) / spokes),
      0.02
    ];
    for (let t = 0; t < spokes; t++) wheel.set([0, 0, 0, ...rim(t), ...rim((t + 1) % spokes)], 9 * t);
    expect(() => searchPull(wheel, new Rays(wheel)).next()).toThrow(/needles/);
    const rod = cylinder(0.02, 0.05, 5000);
    expect(searchPull(rod, new Rays(rod)).next().done).toBe(false);
  });
});
