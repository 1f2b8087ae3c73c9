import { nowMs } from '$core/time/now';
interface Coat {
  at: string;
  dry_h: number;
}

/** When a coat is dry, ms. */
export const dryAt = ({ at, dry_h }: Coat): number => Date.parse(at) + dry_h * 3_600_000;

/** How long the last of some coats still dries, s; 0 when all are dry. */
export const dryingLeft = (coats: readonly Coat[], now = nowMs()): number =>
  Math.max(0, ...coats.map((coat) => (dryAt(coat) - now) / 1000));
