import { LARGEST_MESH_BYTES } from '$core/pattern/file/format';
import { meshQuery } from '$lib/schema/pattern';
import { ref } from '$lib/server/http/answer-schemas';
import { longWork } from '$lib/server/http/errand';
import { upload } from '$lib/server/http/upload';
import { takeMesh } from '$lib/server/pattern/meshes';

export const POST = upload(
  {
    summary: 'A mesh file (STL, OBJ or 3MF, to 50 MB): how large it is, and how it draws',
    query: meshQuery,
    most_bytes: LARGEST_MESH_BYTES,
    answer: ref('Mesh')
  },
  (db, file, query, event) => longWork(event, (errand) => takeMesh(db, file, query, errand))
);
