import { ref } from '$lib/server/http/answer-schemas';
import { pathId, read } from '$lib/server/http/endpoint';
import { readMeshRecord } from '$lib/server/pattern/meshes';

export const GET = read(
  { summary: 'A mesh and what was worked out of it', answer: ref('Mesh') },
  (db, event) => readMeshRecord(db, pathId(event, 'id', 'mesh'))
);
