import { dayIn } from '$core/time/day';
import { nowIso } from '$core/time/now';
import { benchTestOf } from '$core/bench/bench-tests';
import { readingOfHeap } from '$core/heap/entry';
import { TEST_NAMES } from '$core/heap/names';
import type { System } from '$core/reference/targets';
import { phasesOf, type Boundary, type Phase, type Reading } from '$core/judge/phases';
import type { Database } from '../database/database';
import { entriesBy, entriesOf } from './heap-ledger';
import { shedZone } from '../day/shed-zone';
import { readState } from './heap-state';
import { heapRow } from './heaps';
import { ledgerFor } from './ledger-cache';

/** A property of a heap through time, in its phases. */
export interface PropertyChart {
  name: string;
  unit: string;
  /** Read off a test; else worked out from the ledger. */
  measured: boolean;
  /** Grades of a scale by hand: they are counted, and have no limits. */
  graded: boolean;
  phases: Phase[];
}

/** Working days that the estimates are shown of, at most; the latest. */
const MOST_DAYS = 120;
/** Sand that comes in as at least this share of the heap begins another phase. */
const RENEWED = 0.15;

const ESTIMATES = [
  { name: 'mass', unit: 'kg', of: (state: State) => state.total_kg + state.out_kg },
  { name: 'moisture', unit: '%', system: 'water', of: (state: State) => state.moisture_percent.value },
  { name: 'temper ratio', unit: '', system: 'water', of: (state: State) => state.temper_ratio },
  { name: 'oil', unit: '%', system: 'oil', of: (state: State) => state.oil_percent.value },
  { name: 'active clay', unit: '%', of: (state: State) => state.active_clay_percent.value },
  { name: 'dead clay', unit: '%', of: (state: State) => state.dead_clay_percent.value },
  { name: 'fines', unit: '%', of: (state: State) => state.fines_percent.value }
] as const;
type State = Awaited<ReturnType<typeof readState>>;

/** Every measured and estimated property of a heap as control charts, in the phases that its renewals begin. */
export async function readCharts(
  db: Database,
  heap_id: number
): Promise<{ heap: { id: number; name: string; system: System }; charts: PropertyChart[] }> {
  const row = await heapRow(db, heap_id);
  return db.sinceLastWrite(`charts ${heap_id}`, async () => {
    const ledger = await ledgerFor(db, row);
    const zone = row.zone ?? (await shedZone(db));
    const entries = entriesOf(ledger).slice(0, entriesBy(ledger, nowIso()));
    const measured = new Map<string, { unit: string; graded: boolean; readings: Reading[] }>();
    const days = new Map<string, string>();
    for (const { at, event } of entries) {
      const test = readingOfHeap(event);
      if (test) {
        const result = benchTestOf(test).result(test, row.system);
        const figure = figureOf(result);
        // A lifeless sand is graded, but its grade tells nothing of the water.
        if (!figure || (row.system === 'water' && result.tells_water === false)) continue;
        const of = measured.get(TEST_NAMES[test.kind]) ?? {
          unit: figure.unit,
          graded: test.kind === 'squeeze',
          readings: []
        };
        of.readings.push({ at: Date.parse(at), value: figure.value });
        measured.set(TEST_NAMES[test.kind], of);
      } else if (event.kind !== 'noted') days.set(dayIn(at, zone), at);
    }
    const boundaries = await renewalsOf(db, heap_id, entries);
    const estimated: { at: number; state: State }[] = [];
    for (const at of [...days.values()].slice(-MOST_DAYS))
      estimated.push({ at: Date.parse(at), state: await readState(db, heap_id, at) });
    const estimates = ESTIMATES.filter((each) => !('system' in each) || each.system === row.system);
    const charts: PropertyChart[] = [
      ...[...measured].map(([name, { unit, graded, readings }]) => ({
        name,
        unit,
        measured: true,
        graded,
        phases: graded ? uncharted(phasesOf(readings, boundaries)) : phasesOf(readings, boundaries)
      })),
      ...estimates.map(({ name, unit, of }) => ({
        name,
        unit,
        measured: false,
        graded: false,
        phases: phasesOf(
          estimated.flatMap(({ at, state }) => {
            const value = of(state);
            return value === null ? [] : [{ at, value }];
          }),
          boundaries
        )
      }))
    ];
    return { heap: { id: row.id, name: row.name, system: row.system }, charts };
  });
}

/** Phases of what has no mean: neither limits nor signals. */
const uncharted = (phases: readonly Phase[]): Phase[] =>
  phases.map((phase) => ({ ...phase, chart: null, signals: [] }));

/** The figure of a test's result, and its unit by its name. */
function figureOf(result: Record<string, unknown>): { value: number; unit: string } | null {
  const found = Object.entries(result).find(([name, value]) => name !== 'sd' && typeof value === 'number');
  if (!found) return null;
  const [name, value] = found;
  const unit = name.endsWith('_percent') ? '%' : name.endsWith('_kpa') ? 'kPa' : '';
  return { value: value as number, unit };
}

/** When a heap became another one: mixed anew or bought in, renewed in one act, or given clay of another lot. */
async function renewalsOf(
  db: Database,
  heap_id: number,
  entries: ReturnType<typeof entriesOf>
): Promise<Boundary[]> {
  const found: Boundary[] = [];
  let lot: number | undefined;
  const begun = entries[0]?.at;
  for (const { at, event } of entries) {
    const note = (since: string) => at !== begun && found.push({ at: Date.parse(at), since });
    if (event.kind === 'mixed' || event.kind === 'bought') {
      const kg = event.kind === 'mixed' ? event.additions.reduce((sum, each) => sum + each.kg, 0) : event.kg;
      const before = await readState(db, heap_id, new Date(Date.parse(at) - 1000).toISOString());
      if (kg >= RENEWED * before.total_kg) note('since the new sand');
    }
    const additions = event.kind === 'mixed' || event.kind === 'added' ? event.additions : [];
    const clay = additions.find((each) => each.role === 'binder' && each.lot_id !== undefined);
    if (clay?.lot_id !== undefined) {
      if (lot !== undefined && clay.lot_id !== lot) note('since the new clay');
      lot = clay.lot_id;
    }
  }
  // One press that does both begins one phase.
  return found.filter((each, i) => each.at !== found[i - 1]?.at);
}
