import { trialToSize } from '$lib/schema/trial';
import { respond } from '$lib/server/http/endpoint';
import { sizeOfTrial } from '$lib/server/trial/trials';

export const POST = respond(
  { summary: 'How many pairs of molds a question wants, by simulation', body: trialToSize },
  (_db, question) => sizeOfTrial(question)
);
