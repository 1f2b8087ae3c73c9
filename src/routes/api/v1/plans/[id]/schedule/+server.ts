import { ref } from '$lib/server/http/answer-schemas';
import { pathId, read } from '$lib/server/http/endpoint';
import { readSchedule } from '$lib/server/plan/schedule';

export const GET = read(
  { summary: 'When each step is due, by whom, and how far it may slip', answer: ref('Schedule') },
  (db, event) => readSchedule(db, pathId(event, 'id', 'plan'))
);
