import { describe, expect, it } from 'vitest';
import { TARGETS } from '$core/reference/targets';
import { heapSubject, lotSubject } from './subject';

const heap = {
  id: 3,
  name: 'Shed heap',
  system: 'water' as const,
  binder: 'sodium-bentonite' as const,
  scale_g: 1,
  targets: { moisture_percent: { min: 3, max: 4 }, active_clay_percent: { min: 7.5, max: 9 } }
};

describe('what a test is made on', () => {
  it('is a heap, with its own windows in place of the handbook’s', () => {
    const subject = heapSubject(heap, null);
    expect(subject).toMatchObject({ collection: '/heaps/3/tests', marks: {}, list: '/heaps/3/test' });
    expect(subject.targets).toEqual({
      ...TARGETS['sodium-bentonite'],
      moisture: { min: 0.03, max: 0.04 },
      active_clay: { min: 0.075, max: 0.09 }
    });
  });
  it('is one batch of it, which its tests name and its links keep', () => {
    const subject = heapSubject(heap, { id: 12, name: 'the batch of 3 May' });
    expect(subject).toMatchObject({
      name: 'the batch of 3 May',
      marks: { batch_entry_id: 12 },
      list: '/heaps/3/test?batch=12',
      home: '/heaps/3'
    });
  });
  it('is a rung of the ladder, which it leads back to', () =>
    expect(heapSubject(heap, null, true)).toMatchObject({
      collection: '/heaps/3/tests',
      marks: {},
      home: '/heaps/3/temper-curve',
      list: '/heaps/3/test?ladder'
    }));
  it('is a lot in its bag, with no window to land in', () =>
    expect(lotSubject({ id: 5, kind: 'damp-sand', role: 'sand', name: 'Yard sand' })).toMatchObject({
      name: 'Yard sand',
      collection: '/lots/5/tests',
      home: '/stock/5',
      targets: null
    }));
});
