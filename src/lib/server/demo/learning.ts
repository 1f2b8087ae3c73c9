import { SAND_FAULTS, sandQuestion, type Level } from '$core/trainer/sand-question';
import { MOLD_FAULTS } from '$core/trainer/mold-question';
import { newBranch } from '$lib/schema/branch';
import { newAnswer } from '$lib/schema/trainer';
import { createBranch } from '../branch/branches';
import type { Database } from '../database/database';
import { answer } from '../trainer/trainer';
import { accepted } from './accepted';
import type { DaysAgo } from './days-ago';

/** What the society wonders about: bronze twice in a row, and then the holidays. */
export async function wonder(db: Database): Promise<void> {
  await createBranch(
    db,
    accepted(newBranch, {
      heap_id: 1,
      name: 'Bronze twice, then a month open',
      steps: [
        { do: 'temper' },
        { do: 'pour', metal_kg: 1.5, alloy: 'tin-bronze', times: 2 },
        { do: 'add', kind: 'sodium-bentonite', kg: 0.3 },
        { do: 'stand', days: 30, cover: 'open' }
      ]
    })
  );
}

/** Evenings with the trainer: a member whose hand calls things wetter than they are, from evening to evening less. */
export async function train(db: Database, at: DaysAgo, member: number): Promise<void> {
  const EVENINGS = [40, 33, 26, 19, 12, 5];
  for (const [evening, days] of EVENINGS.entries()) {
    const level = Math.min(3, 1 + Math.floor(evening / 2)) as Level;
    for (const [i, fault] of SAND_FAULTS.entries()) {
      const seed = 1000 * evening + 37 * i;
      const { grade, remedy } = sandQuestion(fault, level, seed);
      const said = Math.round(grade + 0.8 - 0.1 * evening + 0.3 * Math.sin(seed));
      await answer(
        db,
        accepted(newAnswer, {
          card: `sand:${fault}`,
          level,
          seed,
          member,
          at: at(days, 600 + i),
          grade: Math.min(5, Math.max(1, said)),
          remedy: (evening + i) % 4 === 0 ? 'nothing' : remedy
        })
      );
    }
    for (const [i, fault] of MOLD_FAULTS.entries())
      await answer(
        db,
        accepted(newAnswer, {
          card: `mold:${fault}`,
          level,
          seed: evening * 100 + i,
          member,
          at: at(days, 620 + i),
          fault: (evening + i) % 5 === 0 ? 'sound' : fault
        })
      );
  }
}
