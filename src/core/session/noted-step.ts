/** A step as it is noted with a session. */
export interface NotedStep {
  id: string;
  kind: string;
  state: 'to-do' | 'running' | 'done' | 'skipped';
  at?: string;
  seconds?: number;
  why_skipped?: string;
}

/** Of what the server knows and what was noted here the later of each step: an answer may be older than the thumb. */
export function latestNotes(known: readonly NotedStep[], here: readonly NotedStep[]): NotedStep[] {
  const latest = new Map(known.map((step) => [step.id, step]));
  for (const step of here) {
    const other = latest.get(step.id);
    if (!other?.at || (step.at ?? '') > other.at) latest.set(step.id, step);
  }
  return [...latest.values()];
}
