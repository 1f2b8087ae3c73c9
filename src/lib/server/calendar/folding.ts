/** A line of a calendar file is no longer than this, in bytes. */
const MOST_OCTETS = 75;

/**
 * A calendar file with its lines folded by their bytes, as the format wants it, and not by their letters: an umlaut is two of
 * them. No letter is parted.
 *
 * @param file with lines that are folded anywhere, or not at all
 * @source RFC 5545, 3.1
 */
export const foldedByOctets = (file: string): string =>
  file
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n')
    .map(folded)
    .join('\r\n');

function folded(line: string): string {
  const parts: string[] = [''];
  let octets = 0;
  for (const letter of line) {
    const more = Buffer.byteLength(letter);
    if (octets + more > MOST_OCTETS) {
      parts.push('');
      // The blank that a further part begins with counts, too.
      octets = 1;
    }
    parts[parts.length - 1] += letter;
    octets += more;
  }
  return parts.join('\r\n ');
}
