import { NotFinished, solveProgramme, type LinearSolver } from '../mix/linear-programme';

/** A mold that could be rammed: in which flask, of which patterns, and the sand that it takes. */
export interface PossibleMold {
  flask_id: number;
  patterns: readonly { pattern_id: number; count: number }[];
  sand_kg: number;
}

export interface MoldsToday {
  /** Which of the possible molds, and how often. */
  chosen: { mold: PossibleMold; times: number }[];
  sand_kg: number;
  left_kg: number;
  /** Castings that they make, by pattern. */
  makes: Map<number, number>;
}

/** Sand counts in grams, so that a whole number of molds is exact. */
const EXACT_KG = 1e-6;

/**
 * Which molds today's sand makes: all castings that are wanted in the fewest rammings; where the sand or the flasks do not
 * do for all, the most castings of them, in the fewest rammings. Each flask is rammed once, as it holds its mold until it
 * is shaken out.
 *
 * @param wanted castings by pattern
 * @param sand_kg that is there to be rammed
 * @returns null where not one mold can be made
 * @throws NotFinished when that took more work than the solver gives a question
 * @source mixed-integer linear programme
 */
export async function moldsToday(
  possible: readonly PossibleMold[],
  wanted: ReadonlyMap<number, number>,
  sand_kg: number,
  solve: LinearSolver
): Promise<MoldsToday | null> {
  const usable = possible.filter((mold) => mold.sand_kg <= sand_kg + EXACT_KG);
  if (usable.length === 0) return null;
  const flasks = [...new Set(usable.map(({ flask_id }) => flask_id))];
  const name = (i: number) => `m${i}`;
  const count = (mold: PossibleMold, pattern: number) =>
    mold.patterns.find(({ pattern_id }) => pattern_id === pattern)?.count ?? 0;
  const asked = [...wanted];
  const weights = (of: (mold: PossibleMold) => number) =>
    Object.fromEntries(usable.map((mold, i) => [name(i), of(mold)]));
  // A casting more is always worth another ramming; one beyond what is wanted is worth none.
  const casting = 100;
  const answer = await solveProgramme(
    {
      variables: [
        ...usable.map((mold, i) => ({ name: name(i), most: 1, price: 1 + mold.sand_kg / 1e4, lump: 1 })),
        ...asked.map(([pattern, most]) => ({ name: `p${pattern}`, most, price: -casting }))
      ],
      constraints: [
        { window: 'sand', weights: weights(({ sand_kg: kg }) => kg), most: sand_kg },
        ...flasks.map((flask) => ({
          window: `flask ${flask}`,
          weights: weights(({ flask_id }) => (flask_id === flask ? 1 : 0)),
          most: 1
        })),
        ...asked.map(([pattern]) => ({
          window: `pattern ${pattern}`,
          weights: { ...weights((mold) => -count(mold, pattern)), [`p${pattern}`]: 1 },
          most: 0
        }))
      ]
    },
    solve
  );
  // To ram nothing keeps to everything: only an end before its time has no answer.
  if (!answer.feasible) throw new NotFinished('Which molds to ram took too much work to find out.');
  const chosen = usable.flatMap((mold, i) => {
    const times = Math.round(answer.values[name(i)] ?? 0);
    return times > 0 ? [{ mold, times }] : [];
  });
  if (chosen.length === 0) return null;
  const used = chosen.reduce((sum, { mold, times }) => sum + mold.sand_kg * times, 0);
  const makes = new Map<number, number>();
  for (const { mold, times } of chosen)
    for (const { pattern_id, count: each } of mold.patterns)
      makes.set(pattern_id, (makes.get(pattern_id) ?? 0) + each * times);
  return { chosen, sand_kg: used, left_kg: sand_kg - used, makes };
}
