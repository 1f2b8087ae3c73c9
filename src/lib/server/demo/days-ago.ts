/** A time so many days before the records end, and so many minutes after nine of that morning. */
export type DaysAgo = (days: number, minutes?: number) => string;
