import { REQUIRED, whole } from './fields';

/** Of a change: the version of the record that somebody saw when they made it; refused with 409 when there is a later one. */
export const versionSeen = () => whole(1, Number.MAX_SAFE_INTEGER).required(REQUIRED);

/** A change as the server makes it by itself: whatever stands is what it saw. */
export type Change<C extends { version: number }> = Omit<C, 'version'> & { version?: number | undefined };
