/** Amounts that a heap's entries repeat: a new one far from them is asked about. */
export type HabitName =
  'sand' | 'bought' | 'drawn' | 'returned' | 'discarded' | 'sorted' | 'spilled' | 'burnt' | 'metal';

/** How many of each there were, and the sum of their logarithms. */
export type Habits = Readonly<Partial<Record<HabitName, { count: number; log_sum: number }>>>;

/** An amount that an entry repeats, and which one. */
export type HabitAmount = readonly [HabitName, number];

/** The habits with some more amounts. */
export function accustomed(habits: Habits, amounts: readonly HabitAmount[]): Habits {
  let next = habits;
  for (const [name, kg] of amounts) {
    if (!(kg > 0)) continue;
    const { count, log_sum } = next[name] ?? { count: 0, log_sum: 0 };
    next = { ...next, [name]: { count: count + 1, log_sum: log_sum + Math.log(kg) } };
  }
  return next;
}

/** The usual amount, kg (the geometric mean: amounts differ by factors); null before there were `least` of them. */
export function usualOf(habits: Habits, name: HabitName, least: number): number | null {
  const habit = habits[name];
  return habit && habit.count >= least ? Math.exp(habit.log_sum / habit.count) : null;
}
