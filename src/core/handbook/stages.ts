/** Stages of the work, in the order of the wheel. */
export const STAGES = ['mix', 'temper', 'mold', 'pour', 'shake-out', 'recondition'] as const;
export type SchoolStage = (typeof STAGES)[number];
