/**
 * Whether these are characters, all of them: no half of one, and none that ends a text in a database. What is not comes back
 * changed, or not at all.
 */
export const isText = (value: string): boolean => !value.includes('\u0000') && value.isWellFormed();
