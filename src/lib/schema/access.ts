import { object, string } from 'yup';

const trimmed = () => string().strict(true);

/** The passphrase as somebody gives it. */
export const signIn = object({
  passphrase: trimmed().required('is needed').max(500, 'has at most 500 characters'),
  to: trimmed().max(2000)
}).noUnknown();

/** A token for a device or a script. */
export const newToken = object({
  name: trimmed().trim().required('is needed').max(80, 'has at most 80 characters')
}).noUnknown();
