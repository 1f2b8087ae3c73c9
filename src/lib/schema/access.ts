import { REQUIRED, choice, shape, text } from './fields';

/** The passphrase as somebody gives it, and where they wanted to go. */
export const signIn = shape({
  passphrase: text(500).min(1, 'is needed').required(REQUIRED),
  to: text(2000)
}).required(REQUIRED);

export const newPassphrase = shape({
  passphrase: text(500).min(8, 'must have at least 8 characters').required(REQUIRED)
}).required(REQUIRED);

/** A token for a device or a script. */
export const newToken = shape({
  name: text(80).trim().min(1, 'needs a name').required(REQUIRED),
  /** Good for the calendar alone; left out, for everything. */
  only: choice(['calendar']).optional()
}).required(REQUIRED);
