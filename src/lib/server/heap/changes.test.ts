import { nowIso } from '$core/time/now';
import { describe, expect, it, vi } from 'vitest';
import { temporaryDatabase } from '../testing/temporary-database';
import { undoEntry } from './acts';
import { onChange, type HeapChange } from './changes';
import { amendHeap, createHeap, removeHeap } from './heaps';
import { appendEntry } from './ledger-writing';

describe('changes of a heap', () => {
  it('are told once they are stored, of that heap alone, and to nobody who has left', async () => {
    const { db, remove } = await temporaryDatabase();
    const make = (name: string) => createHeap(db, { name, system: 'water', binder: 'natural' } as never);
    const [heap, other] = [await make('Gate heap'), await make('Plot 9 bin')];
    const told: HeapChange[] = [];
    const leave = await onChange(db, (change) => told.push(change));
    const at = nowIso();
    const entry = await appendEntry(db, heap.id, { kind: 'bought', at, kg: 30 } as never);
    await vi.waitFor(() => expect(told).toHaveLength(1));
    expect(told[0]).toEqual({ heap_id: heap.id, version: heap.version + 1, removed: false });
    await expect(appendEntry(db, heap.id, { kind: 'drawn', at, kg: 900 } as never)).rejects.toThrow();
    await undoEntry(db, heap.id, entry.id);
    await amendHeap(db, other.id, { name: 'Plot 9' } as never);
    await vi.waitFor(() =>
      expect(told.map((change) => change.heap_id)).toEqual([heap.id, heap.id, other.id])
    );
    await removeHeap(db, heap.id);
    await vi.waitFor(() => expect(told.at(-1)).toMatchObject({ heap_id: heap.id, removed: true }));
    leave();
    await amendHeap(db, other.id, { name: 'Plot 9 again' } as never);
    await new Promise((done) => setImmediate(done));
    expect(told).toHaveLength(4);
    await remove();
  });
});
