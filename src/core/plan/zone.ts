/** Whether a name stands for a zone of the time zone database. */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name !== '';
  } catch {
    return false;
  }
}
