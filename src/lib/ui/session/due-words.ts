import type { Due } from '$core/session/due';

/** What a running casting waits for, in a few words, and where that is done. */
export function dueWords(due: Due, mold: number | null): { says: string; href: string } {
  const which = mold === null ? 'the mold' : `mold ${mold}`;
  switch (due.do) {
    case 'plan':
      return { says: 'plan a mold', href: '/mold' };
    case 'ram':
      return { says: `ram ${which}`, href: `/mold/${due.mold_id}` };
    case 'pour':
      return { says: `pour ${which}`, href: '/pour' };
    case 'wait':
      return { says: 'leave them shut', href: '/pour' };
    case 'open':
      return { says: `${which} may be opened`, href: '/pour' };
    case 'shake-out':
      return { says: `shake ${which} out`, href: `/shake-out?mold=${due.mold_id}` };
    case 'sand':
      return { says: 'put the sand right', href: '/recondition' };
    case 'over':
      return { says: 'it is over', href: '/journal' };
  }
}
