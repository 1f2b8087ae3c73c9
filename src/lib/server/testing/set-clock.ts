import { setNow } from '$core/time/now';

// Tests of days are run on days of every kind: `npm run dates`.
if (process.env.BRUNKEL_NOW) setNow(process.env.BRUNKEL_NOW);
