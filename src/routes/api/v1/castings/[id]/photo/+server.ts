import { noQuery } from '$lib/schema/query';
import { LARGEST_PHOTO_BYTES } from '$lib/server/file/photo';
import { ref } from '$lib/server/http/answer-schemas';
import { pathId } from '$lib/server/http/endpoint';
import { upload } from '$lib/server/http/upload';
import { photographCasting } from '$lib/server/shake-out/castings';

export const POST = upload(
  {
    summary: 'A photo of it: made small, without the place and time that a phone writes into it',
    query: noQuery,
    most_bytes: LARGEST_PHOTO_BYTES,
    answer: ref('Casting')
  },
  async (db, file, _, event) => {
    const id = pathId(event, 'id', 'casting');
    return { ...(await photographCasting(db, id, file)), place: `/api/v1/castings/${id}` };
  }
);
