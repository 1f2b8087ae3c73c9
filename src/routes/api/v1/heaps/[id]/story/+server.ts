import { storyQuery } from '$lib/schema/query';
import { ref } from '$lib/server/http/answer-schemas';
import { readStory } from '$lib/server/heap/story';
import { utc } from '$lib/server/http/query';
import { pathId, read } from '$lib/server/http/endpoint';

export const GET = read(
  {
    summary: 'Moisture and active clay through time, with their nine-in-ten range, tests and marks',
    query: storyQuery,
    answer: ref('Story')
  },
  (db, event, { days = 90, at }) => readStory(db, pathId(event, 'id', 'heap'), days, utc(at))
);
