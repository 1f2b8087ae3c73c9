/** A number read from text, or the reason it could not be read. */
export type NumberReading = { ok: true; value: number } | { ok: false; message: string };

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8'
};

/**
 * Reads a decimal with a point or a comma, a fraction (`3/8`) or a whole number and a fraction (`1 1/2`).
 *
 * A lone separator before exactly three digits after a number that is not zero (`1,500`) can be read two
 * ways, a thousandfold apart, so it is refused rather than guessed; `0,500` and `1,50` are plain.
 *
 * @example readNumber('1 1/2') // { ok: true, value: 1.5 }
 */
export function readNumber(text: string): NumberReading {
  const plain = text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (glyph) => ` ${VULGAR[glyph]}`)
    .trim()
    .replace(/\s+/g, ' ');
  const fraction = /^(?:(\d+) )?(\d+)\/(\d+)$/.exec(plain);
  if (fraction) {
    const [, whole, above, below] = fraction;
    if (Number(below) === 0) return { ok: false, message: `“${text.trim()}” divides by zero.` };
    return { ok: true, value: Number(whole ?? 0) + Number(above) / Number(below) };
  }
  const decimal = decimalText(plain);
  if (decimal === 'ambiguous') {
    const digits = plain.replace(/[.,]/, '');
    const short = plain.replace(',', '.').replace(/0+$/, '');
    return {
      ok: false,
      message: `“${plain}” can be read two ways: write ${digits} or ${short}${short.endsWith('.') ? '0' : ''}.`
    };
  }
  if (decimal === null) return { ok: false, message: `“${text.trim()}” is not a number.` };
  const value = Number(decimal);
  return Number.isFinite(value)
    ? { ok: true, value }
    : { ok: false, message: `“${text.trim()}” is too large.` };
}

/** The text with a point for its decimal sign and no thousands signs; null if it is no decimal. */
function decimalText(text: string): string | 'ambiguous' | null {
  if (!/^[-+−]?(\d[\d.,]*|[.,]\d+)$/.test(text)) return null;
  const signed = text.replace('−', '-');
  const lastPoint = signed.lastIndexOf('.');
  const lastComma = signed.lastIndexOf(',');
  if (lastPoint < 0 && lastComma < 0) return signed;
  if (lastPoint >= 0 && lastComma >= 0) {
    const [thousands, mark] = lastPoint > lastComma ? [',', '.'] : ['.', ','];
    const [whole = '', rest = '', extra] = signed.split(mark);
    const groups = whole.replace(/^[-+]/, '').split(thousands);
    const grouped = groups[0]!.length <= 3 && groups.slice(1).every((group) => group.length === 3);
    return extra === undefined && grouped ? `${whole.replaceAll(thousands, '')}.${rest}` : null;
  }
  const mark = lastPoint >= 0 ? '.' : ',';
  const parts = signed.split(mark);
  if (parts.length > 2) return null;
  const looksLikeThousands = mark === ',' && /^[-+]?[1-9]\d{0,2}$/.test(parts[0]!) && parts[1]!.length === 3;
  return looksLikeThousands ? 'ambiguous' : `${parts[0] || '0'}.${parts[1] || '0'}`;
}
