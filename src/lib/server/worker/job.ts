import type { Progress } from '$lib/schema/progress';

export type Tell = (progress: Progress) => void;

/** What is done in a thread of its own: it takes and gives plain data, and tells how far it is. */
export type Job = (input: never, tell: Tell) => unknown;

/** The jobs there are, each told apart by its name; `threads/jobs` has what they do. */
export type JobName = 'mesh' | 'calendar' | 'molds' | 'heat' | 'trial';

/** What a thread is asked, and what it answers: any number of times how far it is, then once what came out. */
export interface Asked {
  id: number;
  job: JobName;
  input: unknown;
}
export type Told =
  { id: number; progress: Progress } | { id: number; output: unknown } | { id: number; failed: string };
