import { REQUIRED, choice, id, shape, text, whole } from './fields';

/** The passphrase as somebody gives it, and where they wanted to go. */
export const signIn = shape({
  passphrase: text(500).min(1, 'is needed').required(REQUIRED),
  to: text(2000)
}).required(REQUIRED);

export const newPassphrase = shape({
  passphrase: text(500).min(8, 'must have at least 8 characters').required(REQUIRED)
}).required(REQUIRED);

/** What a token may be good for alone: to read the calendar, to send readings. */
const TOKEN_SCOPES = ['calendar', 'readings'] as const;
export type TokenScope = (typeof TOKEN_SCOPES)[number];
/** How long a token is good for unless that is said, days. */
export const TOKEN_DAYS = 365;

/** A token for a device or a script. */
export const newToken = shape({
  name: text(80).trim().min(1, 'needs a name').required(REQUIRED),
  /** Left out, it is good for everything. */
  only: choice(TOKEN_SCOPES).optional(),
  /** Of a calendar: the plan that it reads; left out, all plans that are not over. */
  plan_id: id().optional(),
  days: whole(1, 3650).optional()
})
  .required(REQUIRED)
  .test('plan', function (token) {
    if (token.plan_id === undefined || token.only === 'calendar') return true;
    return this.createError({ path: 'plan_id', message: 'is for a token of the calendar' });
  });
