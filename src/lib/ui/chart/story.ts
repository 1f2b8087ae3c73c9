import { api } from '../api-client';
import type { BandPoint } from './band';

/** A heap through time, in percent, as the interface tells it. */
export interface Story {
  moisture: BandPoint[];
  active_clay: BandPoint[];
  moisture_tests: [number, number][];
  clay_tests: [number, number][];
  marks: [number, string][];
}

export function fetchStory(heap_id: number, days: number): Promise<Story> {
  return api<Story>('GET', `/heaps/${heap_id}/story?days=${days}`);
}
