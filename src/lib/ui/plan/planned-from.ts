import { COAT_KINDS, type CoatKind } from '$core/reference/pattern';
import { USUAL_ALLOY } from '$core/reference/alloys';

interface Typed {
  text: string;
  si: number | undefined;
}

export interface PlanTyped {
  lines: {
    id: number;
    name: string;
    wear: string | null;
    count: Typed;
    coats: CoatKind[];
    repair: boolean;
  }[];
  metal: string;
  heap: string;
  delivery: Typed;
}

const number = (value: number | null | undefined): Typed =>
  value == null || value === 0 ? { text: '', si: undefined } : { text: String(value), si: value };

/** What stands in the form of a plan: of the plan there is, else of the molds of the day and the branch it is made of. */
export function plannedFrom(
  patterns: readonly { id: number; name: string; wear: string | null }[],
  heaps: readonly { id: number }[],
  counted: Readonly<Record<number, number>>,
  plan: {
    heap_id: number;
    metal: string;
    wanted: {
      pattern_id: number;
      count: number;
      coats?: { what: string }[] | undefined;
      repair?: boolean | undefined;
    }[];
    delivery_days: number | null;
  } | null,
  start: { heap_id: number; metal: string | null } | null = null
): PlanTyped {
  return {
    lines: patterns.map(({ id, name, wear }) => {
      const of = plan?.wanted.find(({ pattern_id }) => pattern_id === id);
      return {
        id,
        name,
        wear,
        count: number(plan ? of?.count : counted[id]),
        coats: (of?.coats ?? []).flatMap(({ what }) => COAT_KINDS.filter((kind) => kind === what)),
        repair: of?.repair ?? false
      };
    }),
    metal: plan?.metal ?? start?.metal ?? USUAL_ALLOY,
    heap: String(plan?.heap_id ?? start?.heap_id ?? heaps[0]?.id ?? ''),
    delivery: number(plan?.delivery_days)
  };
}
