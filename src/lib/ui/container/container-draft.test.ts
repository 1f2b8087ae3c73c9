import { describe, expect, it } from 'vitest';
import { newHeap } from '$lib/schema/heap';
import { check } from '$lib/schema/validate';
import { containerBody, containerDraft } from './container-draft';

describe('where a heap stands', () => {
  it('begins as a bucket with a loose lid in the shed', () => {
    const body = containerBody(containerDraft(undefined, 'metric'));
    expect(body).toEqual({ cover: 'lid', place: 'shed', exposed_area_m2: 0.1 });
    expect(check(newHeap, { name: 'Heap', system: 'water', container: body }).ok).toBe(true);
  });
  it('comes back from a record as it went in', () => {
    const container = { cover: 'cloth', exposed_area_m2: 0.14, place: 'outdoors', capacity_kg: 70 } as const;
    expect(containerBody(containerDraft(container, 'us'))).toEqual(container);
  });
  it('holds nothing in particular once that is emptied', () => {
    const draft = containerDraft({ cover: 'lid', exposed_area_m2: 0.1, capacity_kg: 70 }, 'metric');
    draft.capacity.text = '';
    expect(containerBody(draft)).not.toHaveProperty('capacity_kg');
  });
  it('without a surface is refused at that field', () => {
    const draft = containerDraft(undefined, 'metric');
    draft.area = { text: 'big', si: undefined };
    const result = check(newHeap, { name: 'Heap', system: 'water', container: containerBody(draft) });
    expect(result.ok ? [] : result.errors.map(({ path }) => path)).toEqual(['container.exposed_area_m2']);
  });
});
