/** Grades in temper, as a hand tells them: 1 bone dry, 3 in temper, 5 mud. */
const TEMPER = 3;
export const GRADES = [1, 2, 3, 4, 5] as const;

/** How often each grade was found, and on which side of temper. */
export interface GradeTally {
  /** By grade, the driest first. */
  counts: number[];
  dry: number;
  temper: number;
  wet: number;
}

/**
 * Grades counted: steps of a scale that nobody measured by have no mean and no limits, only how often each was found.
 *
 * @param grades whole, 1 to 5
 */
export function gradeTally(grades: readonly number[]): GradeTally {
  const counts = GRADES.map((grade) => grades.filter((each) => each === grade).length);
  const beside = (of: (grade: number) => boolean) =>
    counts.reduce((sum, count, i) => sum + (of(GRADES[i]!) ? count : 0), 0);
  return {
    counts,
    dry: beside((grade) => grade < TEMPER),
    temper: beside((grade) => grade === TEMPER),
    wet: beside((grade) => grade > TEMPER)
  };
}
