/** Whether a name stands for a zone of the time zone database. */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name !== '';
  } catch {
    return false;
  }
}

let here: string | undefined;
/** The zone of this machine, asked once: asking costs as much as drawing a form. In a browser it is the reader's. */
export const machineZone = (): string => (here ??= Intl.DateTimeFormat().resolvedOptions().timeZone);
