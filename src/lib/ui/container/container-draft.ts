import type { Cover } from '$core/heap/state/drying';
import type { Container } from '$core/heap/state/container';
import type { Place } from '$core/heap/state/place';
import { editableArea, editableMass } from '$core/quantity/display';
import type { UnitSystem } from '$core/quantity/unit';

/** Where a heap stands, while it is being filled in. */
export interface ContainerDraft {
  cover: Cover | null;
  place: Place | null;
  area: { text: string; si: number | undefined };
  capacity: { text: string; si: number | undefined };
}

/** A bucket with a loose lid in the shed, until it is said otherwise. */
const USUAL: Container = { cover: 'lid', exposed_area_m2: 0.1 };

export function containerDraft(container: Container | undefined, system: UnitSystem): ContainerDraft {
  const { cover, place, exposed_area_m2, capacity_kg } = container ?? USUAL;
  return {
    cover,
    place: place ?? 'shed',
    area: { text: editableArea(exposed_area_m2, system), si: exposed_area_m2 },
    capacity: {
      text: capacity_kg === undefined ? '' : editableMass(capacity_kg, 'large', system),
      si: capacity_kg
    }
  };
}

/** The container as the interface takes it; an emptied capacity is no capacity. */
export function containerBody({ cover, place, area, capacity }: ContainerDraft): Record<string, unknown> {
  return {
    ...(cover && { cover }),
    ...(place && { place }),
    ...(area.text.trim() !== '' && { exposed_area_m2: area.si ?? area.text }),
    ...(capacity.text.trim() !== '' && { capacity_kg: capacity.si ?? capacity.text })
  };
}
