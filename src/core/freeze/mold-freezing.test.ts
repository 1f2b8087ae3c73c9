import { describe, expect, it } from 'vitest';
import { gatingBodies } from '../heat/gating-bodies';
import { gatingFor, moldToGate } from '../mold/mold-gating';
import { layOut } from '../mold/placement';
import type { Flask } from '../mold/flask';
import { block, together, moved } from '../pattern/shape/bodies';
import { repaired } from '../pattern/mesh/repair';
import { seamsOf } from '../pattern/mesh/seams';
import { solidVolume, type Solid } from '../pattern/solids';
import { solidsSurface } from '../pattern/surface';
import { ALLOYS, type Alloy } from '../reference/alloys';
import { meshShape } from './mesh-shape';
import { moldBodies } from './mold-bodies';
import { freezeMold, type MoldToFreeze } from './mold-freezing';
import { ball } from './bodies';
import { chillLacks, chillPlace, inCasting, type Chill } from '../mold/chill';
import { chillBody } from './chills';
import { CHILL } from './field';

const FLASK: Flask = { shape: 'rectangular', length_m: 0.3, width_m: 0.22, cope_m: 0.09, drag_m: 0.08 };

/** A box lying in the drag of a flask, gated as it usually is. */
function mold(
  alloy: Alloy,
  [length_m, width_m, height_m]: readonly [number, number, number],
  over: Partial<MoldToFreeze> & { riser_m?: number; sprue_bottom_m?: number } = {}
): MoldToFreeze {
  const { riser_m, sprue_bottom_m, ...rest } = over;
  const solid: Solid = { shape: 'box', length_m, width_m, height_m };
  const volume_m3 = solidVolume(solid);
  const area_m2 = solidsSurface([solid]);
  const box = {
    length_m,
    width_m,
    above_m: 0,
    below_m: height_m,
    kg: volume_m3 * ALLOYS[alloy].solid_kg_m3,
    surface: { m2: area_m2, known: true },
    wall_m: Math.min(length_m, width_m, height_m)
  };
  const flask = over.flask ?? FLASK;
  const gate = moldToGate([box], ALLOYS[alloy], flask);
  return {
    flask,
    castings: [{ box, volume_m3, modulus_m: volume_m3 / area_m2, solid }],
    layout: layOut([box], alloy, flask).layout,
    way: gatingFor(gate, {
      ...(riser_m !== undefined && { riser_m }),
      ...(sprue_bottom_m !== undefined && { sprue_bottom_m })
    })!,
    alloy: ALLOYS[alloy],
    pour_c: gate.pour_c,
    moisture: 0.035,
    cells: { usual: 8000, most: 12_000 },
    ...rest
  };
}
const metalOf = (of: MoldToFreeze) => freezeMold(of).picture.grid.bodies;

describe('a mold in cells', () => {
  it('holds the metal that it is planned with: casting, way in and riser', () => {
    const of = mold('aluminium', [0.08, 0.05, 0.04]);
    const bodies = metalOf(of);
    const sum = (part: string) =>
      bodies.filter((body) => body.part === part).reduce((all, { volume_m3 }) => all + volume_m3, 0);
    expect(Math.abs(sum('casting') / (0.08 * 0.05 * 0.04) - 1)).toBeLessThan(0.03);
    const { riser, basin } = of.way;
    const riser_m3 = (Math.PI / 4) * riser!.diameter_m ** 2 * riser!.height_m;
    expect(Math.abs(sum('riser') / riser_m3 - 1)).toBeLessThan(0.08);
    expect(Math.abs(sum('basin') / (0.6 * basin.depth_m * basin.length_m * basin.width_m) - 1)).toBeLessThan(
      0.1
    );
  });
  it('a solid lies as it is: a ring has its hole, a cylinder on its side its height', () => {
    const lay = (solid: Solid, length_m: number, width_m: number, height_m: number) => {
      const base = mold('aluminium', [length_m, width_m, height_m]);
      const volume_m3 = solidVolume(solid);
      const casting = {
        ...base.castings[0]!,
        solid,
        volume_m3,
        modulus_m: volume_m3 / solidsSurface([solid])
      };
      const { known } = moldBodies([casting], base.layout, FLASK, base.way);
      const grid = freezeMold({ ...base, castings: [casting], cells: { usual: 40_000, most: 60_000 } })
        .picture.grid;
      return { known, off: Math.abs(grid.bodies[0]!.volume_m3 / volume_m3 - 1) };
    };
    for (const found of [
      lay({ shape: 'ring', diameter_m: 0.08, inner_m: 0.04, height_m: 0.02 }, 0.08, 0.08, 0.02),
      lay({ shape: 'cylinder', diameter_m: 0.03, height_m: 0.09 }, 0.09, 0.03, 0.03),
      lay({ shape: 'frustum', diameter_m: 0.06, top_m: 0.03, height_m: 0.03 }, 0.06, 0.06, 0.03),
      lay({ shape: 'sphere', diameter_m: 0.05 }, 0.05, 0.05, 0.05)
    ]) {
      expect(found.known).toEqual(['solid']);
      expect(found.off).toBeLessThan(0.06);
    }
  });
  it('a mesh is cut where its walls are, turned and parted as it is drawn', () => {
    // A plate with a boss under one end: drawn along z, parted at its top.
    const body = together(block(0.08, 0.03, 0.006), moved(block(0.02, 0.03, 0.02), [0.03, 0, -0.0199]));
    const box = { length_m: 0.08, width_m: 0.03, above_m: 0, below_m: 0.0259, kg: 0.1 };
    const shape = meshShape(repaired(body), [0, 0, 1], 0.006, box)!;
    const thick = (x: number) => shape(x, 0).reduce((sum, [from, to]) => sum + to - from, 0);
    const ends = [thick(-0.03), thick(0.03)].sort((a, b) => a - b);
    expect(ends[0]).toBeCloseTo(0.006, 4);
    expect(ends[1]).toBeCloseTo(0.0259, 3);
    expect(thick(0.05)).toBe(0);
    for (const [from, to] of shape(0.01, 0.004))
      expect([from, to].every((z) => z <= 1e-6 && z > -0.027)).toBe(true);
    // A pattern of another size is no casting of this mesh.
    expect(meshShape(repaired(body), [0, 0, 1], 0.006, { ...box, length_m: 0.12 })).toBeNull();
  });
  it('what two bodies of a mesh hold that could not be made one is metal, not sand', () => {
    const sunk = together(block(0.08, 0.03, 0.02), moved(block(0.02, 0.02, 0.03), [0.01, 0, 0.01]));
    const box = { length_m: 0.08, width_m: 0.03, above_m: 0.04, below_m: 0, kg: 0.1 };
    const told = { triangles: sunk, seams: seamsOf(sunk), again_m3: 4e-6 };
    const shape = meshShape(told, [0, 0, 1], 0, box)!;
    const joined = meshShape(repaired(sunk), [0, 0, 1], 0, box)!;
    for (const x of [-0.03, -0.008, 0.004, 0.009, 0.011, 0.03])
      for (const each of [shape, joined]) {
        const spans = each(x, 0.002);
        expect(spans).toHaveLength(1);
        const [from, to] = spans[0]!;
        expect(from).toBeCloseTo(0, 6);
        // It is centred in its box, one end or the other first: the boss is 20 mm wide beside its middle.
        expect([0.02, 0.04].some((height) => Math.abs(to - height) < 1e-6)).toBe(true);
      }
    const high = (of: typeof shape) =>
      Array.from({ length: 78 }, (_, i) => of(-0.039 + i / 1000, 0.002)[0]![1] > 0.03).filter(Boolean).length;
    expect(high(shape)).toBe(high(joined));
    expect(Math.abs(high(shape) - 20)).toBeLessThanOrEqual(1);
  });
});

describe('where the parts of a mold lie', () => {
  const bodies = (of: MoldToFreeze) => moldBodies(of.castings, of.layout, of.flask, of.way).bodies;
  it('a casting is turned about its place as its layout says', () => {
    const base = mold('aluminium', [0.08, 0.04, 0.02]);
    // Metal in the quarter at plus x and plus y of its own box alone.
    const shape = (x: number, y: number) =>
      x > 0 && x < 0.04 && y > 0 && y < 0.02 ? ([[-0.02, 0]] as const) : [];
    const places = [{ x_m: 0.05, y_m: -0.03, turned_rad: Math.PI / 2 }];
    const castings = [{ ...base.castings[0]!, shape }];
    const [body] = bodies({ ...base, castings, layout: { ...base.layout, places } });
    // A quarter turn brings its x to y, and its y to minus x.
    expect(body!.column(0.05 - 0.01, -0.03 + 0.03)).toHaveLength(1);
    for (const [x, y] of [
      [0.01, 0.03],
      [-0.01, -0.03],
      [0.01, -0.03]
    ] as const)
      expect(body!.column(0.05 + x, -0.03 + y)).toHaveLength(0);
  });
  it('a riser beside its casting is joined to it in the half that the casting lies in', () => {
    const base = mold('aluminium', [0.06, 0.05, 0.04]);
    const way = { ...base.way, riser: { ...base.way.riser!, stands: 'beside' as const, diameter_m: 0.03 } };
    const necks = (above_m: number, below_m: number) => {
      const castings = [{ ...base.castings[0]!, box: { ...base.castings[0]!.box, above_m, below_m } }];
      const [pin, neck] = bodies({ ...base, castings, way }).filter(({ part }) => part === 'riser');
      return { pin: pin!.box_m[2], neck: neck!.box_m[2], reach: neck!.box_m[0], casting: castings[0]! };
    };
    const in_drag = necks(0, 0.04);
    expect(in_drag.neck).toEqual([-0.018, 0]);
    expect(in_drag.pin).toEqual([-0.018, FLASK.cope_m]);
    expect(necks(0.04, 0).neck).toEqual([0, 0.018]);
    // From its pin into the casting.
    const { x_m } = base.layout.places[0]!;
    const [x0, x1] = [x_m - 0.03, x_m + 0.03];
    const [from, to] = in_drag.reach;
    expect((from < x0 && to > x0) || (from < x1 && to > x1)).toBe(true);
  });
  it('a blind riser ends under the sand, and holds what it is planned with', () => {
    const base = mold('aluminium', [0.08, 0.05, 0.04]);
    const gate = moldToGate([base.castings[0]!.box], ALLOYS.aluminium, base.flask);
    const way = gatingFor(gate, { riser_m: 0.03, riser_stands: 'blind' })!;
    const { bodies } = moldBodies(base.castings, base.layout, base.flask, way);
    const riser = bodies.find(({ part }) => part === 'riser')!;
    // 45 mm high in a cope of 90.
    expect(riser.box_m[2][1]).toBeCloseTo(0.045, 12);
    const cooled = gatingBodies(way).find(({ part }) => part === 'riser')!;
    expect(cooled.volume_m3 * cooled.count).toBeCloseTo((Math.PI / 4) * 0.03 ** 2 * 0.045, 12);
    // Sand at its side and at both ends.
    expect(cooled.area_m2).toBeCloseTo(Math.PI * 0.03 * 0.045 + (Math.PI / 2) * 0.03 ** 2, 12);
  });
  it('a mesh that was drawn far from its origin lies in the middle of its box', () => {
    const body = moved(
      together(block(0.08, 0.03, 0.006), moved(block(0.02, 0.03, 0.02), [0.03, 0, -0.0199])),
      [0.4, -0.2, 0]
    );
    const box = { length_m: 0.08, width_m: 0.03, above_m: 0, below_m: 0.0259, kg: 0.1 };
    const shape = meshShape(repaired(body), [0, 0, 1], 0.006, box)!;
    expect(shape(0.039, 0.014)).not.toHaveLength(0);
    expect(shape(-0.039, -0.014)).not.toHaveLength(0);
    expect(shape(0.041, 0)).toHaveLength(0);
    expect(shape(0, 0.016)).toHaveLength(0);
  });
});

describe('a mold as it freezes', () => {
  it('with the riser that it is given, its block is fed; without one it is not, and the last of it is cut off', () => {
    const with_riser = freezeMold(mold('aluminium', [0.06, 0.06, 0.05]));
    expect(with_riser.riser).toMatchObject({ is: 'feeds' });
    expect(with_riser.hot_spots).toEqual([]);
    expect(with_riser.last).toBe('riser');
    const without = freezeMold(mold('aluminium', [0.06, 0.06, 0.05], { riser_m: 0 }));
    expect(without.riser).toEqual({ is: 'none' });
    const [spot] = without.hot_spots;
    // In the middle of the block, which is what freezes last; part of 5.5 % of it goes missing.
    const place = mold('aluminium', [0.06, 0.06, 0.05]).layout.places[0]!;
    expect(Math.hypot(spot!.x_m - place.x_m, spot!.y_m - place.y_m)).toBeLessThan(0.015);
    expect(spot!.z_m).toBeLessThan(-0.01);
    expect(spot!.hollow_m3).toBeCloseTo(0.055 * spot!.liquid_m3, 12);
    expect(spot!.liquid_m3).toBeGreaterThan(0.2 * 0.06 * 0.06 * 0.05);
  });
  it('a riser that is too thin freezes first and says so', () => {
    const { riser, hot_spots } = freezeMold(mold('aluminium', [0.06, 0.06, 0.05], { riser_m: 0.015 }));
    expect(['freezes-first', 'cut-off']).toContain(riser.is);
    expect(hot_spots.length).toBeGreaterThan(0);
  });
  it('is never opened before all of it is solid, nor in less than five minutes', () => {
    const coin = freezeMold(mold('zinc-4', [0.04, 0.04, 0.003]));
    const casting = coin.parts.find(({ part }) => part === 'casting')!;
    expect(casting.solid_s).toBeLessThan(20);
    expect(coin.last).toBe('basin');
    expect(coin.all_solid_s!).toBeGreaterThan(60);
    expect(coin.open_s).toBe(300);
    // A basin as big as a fist holds the mold shut long after its coin is cool.
    const { basin, ...way } = mold('zinc-4', [0.04, 0.04, 0.003]).way;
    const fist = { ...basin, length_m: 0.1, width_m: 0.08, depth_m: 0.05 };
    const held = freezeMold({
      ...mold('zinc-4', [0.04, 0.04, 0.003]),
      way: { ...way, basin: fist }
    });
    expect(held.last).toBe('basin');
    expect(held.all_solid_s!).toBeGreaterThan(330);
    expect(held.open_s).toBe(held.all_solid_s);
    const block_ = freezeMold(mold('aluminium', [0.06, 0.06, 0.05]));
    expect(block_.open_s!).toBeGreaterThan(block_.all_solid_s!);
  });
  it('a long thin plate that fills slowly is not reached at its end; filled faster it is', () => {
    const plate = [0.22, 0.15, 0.002] as const;
    const slow = freezeMold(mold('aluminium', plate, { riser_m: 0, sprue_bottom_m: 0.004, pour_c: 690 }));
    expect(slow.misrun).toHaveLength(1);
    const { arrives_s, runs_s } = slow.misrun[0]!;
    expect(arrives_s).toBeGreaterThan(runs_s);
    const fast = freezeMold(mold('aluminium', plate, { riser_m: 0, sprue_bottom_m: 0.02, pour_c: 750 }));
    expect(fast.misrun).toEqual([]);
  });
  it('two castings share the stream: the last of each comes as late as both together take to fill', () => {
    const plate = mold('aluminium', [0.1, 0.08, 0.002], { riser_m: 0, sprue_bottom_m: 0.004, pour_c: 680 });
    const casting = plate.castings[0]!;
    const places = [
      { x_m: -0.085, y_m: 0, turned_rad: 0 },
      { x_m: 0.085, y_m: 0, turned_rad: 0 }
    ];
    const layout = { places, sprue: { x_m: 0, y_m: 0 } };
    const { misrun } = freezeMold({ ...plate, castings: [casting, casting], layout });
    expect(misrun.map((late) => late.casting)).toEqual([0, 1]);
    const fills_s = (2 * casting.volume_m3) / plate.way.flow_m3_s;
    for (const { arrives_s } of misrun) expect(Math.abs(arrives_s / fills_s - 1)).toBeLessThan(0.05);
  });
  it('hotter metal, drier sand and walls that let nothing out open later', () => {
    const base = mold('aluminium', [0.06, 0.06, 0.05]);
    const likely = freezeMold(base).open_s!;
    for (const over of [{ pour_c: base.pour_c + 30 }, { moisture: 0.0175 }, { shut: true }])
      expect(freezeMold({ ...base, ...over }).open_s!).toBeGreaterThanOrEqual(likely - 0.5);
  });
  it('a wall close to a big casting gets hotter than one far off, and wood may char', () => {
    const iron = (length_m: number) =>
      freezeMold(
        mold('iron', [0.1, 0.1, 0.06], {
          flask: { ...FLASK, length_m, width_m: 0.16, cope_m: 0.12 },
          shut: false
        })
      ).wall_peak_c;
    expect(iron(0.36)).toBeGreaterThan(60);
    const thin = freezeMold(
      mold('iron', [0.1, 0.1, 0.06], { flask: { ...FLASK, width_m: 0.122, cope_m: 0.12, length_m: 0.3 } })
    );
    expect(thin.wall_peak_c).toBeGreaterThan(iron(0.36));
    expect(thin.wall_peak_c).toBeGreaterThan(250);
  });
  it('a gate goes on to the metal of a casting whose outline spans a hollow', () => {
    // A fork, open towards the sprue or away from it: its outline is the box about it.
    const base = mold('aluminium', [0.1, 0.06, 0.02], { riser_m: 0 });
    const fork = (side: 1 | -1) => (x: number, y: number) =>
      Math.abs(x) < 0.05 && Math.abs(y) < 0.03 && (side * x < -0.03 || side * y > 0.01)
        ? ([[-0.02, 0]] as const)
        : [];
    for (const side of [1, -1] as const) {
      const volume_m3 = 0.02 * (0.02 * 0.06 + 0.08 * 0.02);
      const casting = {
        ...base.castings[0]!,
        shape: fork(side),
        solid: undefined,
        volume_m3,
        modulus_m: 0.006
      };
      const found = freezeMold({ ...base, castings: [casting], cells: { usual: 25_000, most: 25_000 } });
      expect(found.ungated).toEqual([]);
      expect(found.parts[0]!.known).toBe('mesh');
    }
  });
  it('what no gate meets is not known: neither filled in time nor cut off from the first', () => {
    // All of it hangs in the cope, a finger above the parting.
    const base = mold('aluminium', [0.06, 0.05, 0.02], { riser_m: 0 });
    const shape = (x: number, y: number) =>
      Math.abs(x) < 0.03 && Math.abs(y) < 0.025 ? ([[0.02, 0.04]] as const) : [];
    const box = { ...base.castings[0]!.box, above_m: 0.04, below_m: 0 };
    const casting = { ...base.castings[0]!, box, shape, solid: undefined };
    const found = freezeMold({ ...base, castings: [casting] });
    expect(found.ungated).toEqual([0]);
    expect([found.misrun, found.hot_spots]).toEqual([[], []]);
  });
  it('a casting that the grid loses, or that lies in another one, is not told of', () => {
    const base = mold('aluminium', [0.06, 0.05, 0.02]);
    const lost = { ...base.castings[0]!, volume_m3: 1.5 * base.castings[0]!.volume_m3 };
    const solid = undefined;
    expect(() => freezeMold({ ...base, castings: [{ ...lost, shape: () => [[-0.02, 0]], solid }] })).toThrow(
      'too fine'
    );
    const twice = [base.castings[0]!, base.castings[0]!];
    const places = [base.layout.places[0]!, base.layout.places[0]!];
    expect(() => freezeMold({ ...base, castings: twice, layout: { ...base.layout, places } })).toThrow(
      'Casting 2'
    );
  });
  it('says nothing of a mold that has more bodies than can be told apart', () => {
    const base = mold('aluminium', [0.02, 0.02, 0.01]);
    const many = Array.from({ length: 260 }, () => base.castings[0]!);
    const places = many.map((_, i) => ({ x_m: -0.1 + (i % 20) * 0.01, y_m: 0, turned_rad: 0 }));
    expect(() => freezeMold({ ...base, castings: many, layout: { ...base.layout, places } })).toThrow(
      RangeError
    );
  });
});

describe('a chill', () => {
  const block = mold('aluminium', [0.08, 0.06, 0.05], { riser_m: 0 });
  const alone = freezeMold(block);
  const at = alone.hot_spots[0]!.chill;
  const chill: Chill = { casting: 0, ...at, across_m: 0.04, thick_m: 0.02 };
  const chilled = freezeMold({ ...block, chills: [chill] });
  const { lines, holds } = chilled.picture.grid;
  const [nx, ny] = [lines.x.length - 1, lines.y.length - 1];
  const cells = [...holds.keys()].filter((cell) => holds[cell] === CHILL);
  const box = (cell: number) => {
    const of = [cell % nx, Math.floor(cell / nx) % ny, Math.floor(cell / (nx * ny))];
    return [lines.x, lines.y, lines.z].map((line, axis) => [line[of[axis]!]!, line[of[axis]! + 1]!] as const);
  };

  it('lies under the last place of its casting, as large as it is', () => {
    const spot = alone.hot_spots[0]!;
    const { x_m, y_m, turned_rad } = block.layout.places[0]!;
    expect(at.half).toBe('drag');
    // Its block lies across the flask: along the block is across that.
    expect(turned_rad).toBe(Math.PI / 2);
    expect(at.x_m).toBeCloseTo(spot.y_m - y_m, 9);
    expect(at.y_m).toBeCloseTo(x_m - spot.x_m, 9);
    const m3 = cells.map(box).reduce((sum, sides) => sum + sides.reduce((of, [a, b]) => of * (b - a), 1), 0);
    expect(Math.abs(m3 / ((Math.PI / 4) * 0.04 ** 2 * 0.02) - 1)).toBeLessThan(1e-6);
    // Against the underside of a block 50 mm deep.
    const tops = cells.map((cell) => box(cell)[2]![1]);
    expect(Math.max(...tops)).toBeCloseTo(-0.05, 6);
    expect(Math.min(...cells.map((cell) => box(cell)[2]![0]))).toBeCloseTo(-0.07, 6);
  });
  it('takes heat up that sand would not, and loses none: its casting is solid sooner', () => {
    const solid = (of: typeof alone) => of.parts.find(({ part }) => part === 'casting')!.solid_s!;
    expect(solid(chilled)).toBeLessThan(0.85 * solid(alone));
    expect(chilled.energy_error).toBeLessThan(1e-9);
    // It is no metal of the mold: what is poured stays as it was.
    const poured = (of: typeof alone) =>
      of.picture.grid.bodies.reduce((sum, { volume_m3 }) => sum + volume_m3, 0);
    expect(Math.abs(poured(chilled) / poured(alone) - 1)).toBeLessThan(0.02);
  });
  it('wants sand behind it: to the board, or to the top of the cope', () => {
    const lacks = (half: 'drag' | 'cope', thick_m: number) =>
      chillLacks({ half, thick_m }, { above_m: 0.03, below_m: 0.05 }, { cope_m: 0.09, drag_m: 0.08 });
    // 30 mm under it, 60 over it; 10 of sand behind the chill.
    expect(lacks('drag', 0.02)).toBeCloseTo(0, 12);
    expect(lacks('drag', 0.025)).toBeCloseTo(0.005, 12);
    expect(lacks('cope', 0.05)).toBeCloseTo(0, 12);
    expect(lacks('cope', 0.06)).toBeCloseTo(0.01, 12);
  });
  it('turns with its casting, and lies against a face as that runs', () => {
    const place = { x_m: 0.03, y_m: -0.01, turned_rad: Math.PI / 2 };
    const [x, y] = chillPlace({ x_m: 0.02, y_m: 0.005 }, place);
    expect(x).toBeCloseTo(0.025, 12);
    expect(y).toBeCloseTo(0.01, 12);
    const back = inCasting([x, y], place);
    expect(back[0]).toBeCloseTo(0.02, 12);
    expect(back[1]).toBeCloseTo(0.005, 12);
    // A ball's underside, 20 mm in radius: 6 mm out it is 0.92 mm higher than at its pole.
    const sphere = ball({ part: 'casting', number: 0, fine_m: 0.001, within_m: 0.001 }, [0, 0, 0], 0.02);
    const flat = { x_m: 0, y_m: 0, turned_rad: 0 };
    const body = chillBody(
      { casting: 0, x_m: 0, y_m: 0, half: 'drag', across_m: 0.02, thick_m: 0.008 },
      sphere,
      flat
    )!;
    expect(body.column(0, 0)).toEqual([[-0.028, -0.02]]);
    const [[low, high]] = body.column(0.006, 0) as [readonly [number, number]];
    expect(high).toBeCloseTo(-Math.sqrt(0.0004 - 0.000036), 9);
    expect(high - low).toBeCloseTo(0.008, 9);
    expect(body.column(0.0101, 0)).toEqual([]);
    expect(chillBody({ ...chill, x_m: 0.05 }, sphere, flat)).toBeNull();
    // Of a bridge, which a plumb line meets twice: over its deck, under its foot.
    const bridge = {
      ...sphere,
      column: () =>
        [
          [-0.03, -0.02],
          [0.01, 0.02]
        ] as const
    };
    const on = (half: 'drag' | 'cope') =>
      chillBody({ casting: 0, x_m: 0, y_m: 0, half, across_m: 0.02, thick_m: 0.008 }, bridge, flat)!.column(
        0,
        0
      )[0]!;
    expect(on('cope')).toEqual([0.02, 0.028]);
    expect(on('drag')[1]).toBe(-0.03);
  });
});
