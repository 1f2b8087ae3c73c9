/** What a schema or the server says of a field ("must be more than 0"), as a sentence beside it. */
export const asSentence = (message: string): string =>
  message === '' ? '' : message[0]!.toUpperCase() + message.slice(1) + (/[.?!]$/.test(message) ? '' : '.');
