import type { PageServerLoad } from './$types';
import { pathId } from '$lib/server/http/endpoint';
import { pageLoad } from '$lib/server/http/guard';
import { readMeshRecord } from '$lib/server/pattern/meshes';
import { patternUses } from '$lib/server/pattern/pattern-uses';
import { readPattern } from '$lib/server/pattern/patterns';

export const load: PageServerLoad = pageLoad(async (db, event) => {
  const pattern = await readPattern(db, pathId(event, 'id', 'pattern'));
  return {
    pattern,
    uses: await patternUses(db, pattern.id),
    mesh: pattern.mesh_id === null ? null : await readMeshRecord(db, pattern.mesh_id)
  };
});
