/** How dates and money are written where the reader's device does not say. */
export const DEFAULT_LOCALE = 'en-GB';
