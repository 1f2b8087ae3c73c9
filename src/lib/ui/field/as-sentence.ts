/** What a schema or the server says of a field ("must be more than 0"), as a sentence beside it. */
export const asSentence = (message: string): string =>
  message === '' ? '' : message[0]!.toUpperCase() + message.slice(1) + (/[.?!]$/.test(message) ? '' : '.');

/** Where in a form something is wrong, where no field of it says so: "wanted[1].dry_h" is the second wanted's dry h. */
export const pathWords = (path: string): string =>
  path.replaceAll(/\[(\d+)\]/g, (_, at: string) => ` ${Number(at) + 1}`).replaceAll(/[._]/g, ' ');
