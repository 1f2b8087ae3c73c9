import { describe, expect, it, vi } from 'vitest';
import { array, number } from 'yup';
import { entries } from '$lib/schema/entry';
import { shape, text } from '$lib/schema/fields';
import { versionSeen } from '$lib/schema/version';
import { ApiProblem } from '../api-client';
import { RecordForm, present } from './record-form.svelte';

const water = { kind: 'water', at: '2026-05-01T09:00:00Z', kg: 0.2 };

describe('a form', () => {
  it('sends what its schema takes, and is busy meanwhile', async () => {
    const form = new RecordForm();
    const sent = form.submit(entries.water, water, async () => {
      expect(form.busy).toBe(true);
      return 'stored';
    });
    expect(await sent).toBe('stored');
    expect([form.busy, form.errors, form.message]).toEqual([false, [], null]);
  });
  it('does not send what its schema refuses: it says so at the field', async () => {
    const form = new RecordForm();
    const send = vi.fn();
    expect(await form.submit(entries.water, { ...water, kg: -1 }, send)).toBeUndefined();
    expect(send).not.toHaveBeenCalled();
    expect(form.errorOf('kg')).toBe('Must be more than 0 to 200 kg.');
    expect(form.errorOf('note')).toBeUndefined();
  });
  it('that no field can say why it is refused says so as a whole', async () => {
    const form = new RecordForm();
    const send = vi.fn();
    const list = shape({ wanted: array(shape({ dry_h: number().max(9, 'must be 9 at most') })) });
    expect(await form.submit(list, { wanted: [{}, { dry_h: 10 }] }, send)).toBeUndefined();
    expect(form.message).toBe('Wanted 2 dry h must be 9 at most.');
    // A field that stands for it says it by itself.
    const field = new RecordForm();
    field.errorOf('wanted[1].dry_h');
    await field.submit(list, { wanted: [{}, { dry_h: 10 }] }, send);
    expect([field.message, field.errorOf('wanted[1].dry_h')]).toEqual([null, 'Must be 9 at most.']);
    expect(send).not.toHaveBeenCalled();
  });
  it('is not sent while something in it cannot be read, and is once that is gone', async () => {
    const form = new RecordForm();
    const send = vi.fn(() => Promise.resolve('stored'));
    const field = Symbol();
    form.holds(field, false);
    expect(await form.submit(entries.water, water, send)).toBeUndefined();
    expect([form.tried, form.busy, send.mock.calls.length]).toEqual([true, false, 0]);
    form.holds(field, true);
    expect(await form.submit(entries.water, water, send)).toBe('stored');
    expect(form.tried).toBe(false);
  });
  it('is not sent twice by a second press', async () => {
    const form = new RecordForm();
    let done: (value: string) => void = () => undefined;
    const send = vi.fn(() => new Promise<string>((resolve) => (done = resolve)));
    const first = form.submit(entries.water, water, send);
    expect(await form.submit(entries.water, water, send)).toBeUndefined();
    // The schema may still be on its way when the second press comes.
    await vi.waitFor(() => expect(send).toHaveBeenCalled());
    done('stored');
    expect(await first).toBe('stored');
    expect(send).toHaveBeenCalledOnce();
  });
  it('goes without its check where the schema is out of reach: the server holds it against the same', async () => {
    const form = new RecordForm();
    const send = vi.fn(() => Promise.resolve('in the outbox'));
    const unreachable = () => Promise.reject(new Error('Failed to fetch dynamically imported module'));
    expect(await form.submit(unreachable, water, send)).toBe('in the outbox');
    expect(send).toHaveBeenCalledWith(water);
    expect(form.busy).toBe(false);
  });
  it('loads its schema when it is sent, and checks with it', async () => {
    const form = new RecordForm();
    const send = vi.fn();
    const later = () => Promise.resolve(entries.water);
    expect(await form.submit(later, { ...water, kg: -1 }, send)).toBeUndefined();
    expect(send).not.toHaveBeenCalled();
    expect([form.busy, form.errors.length]).toEqual([false, 1]);
  });
  it('shows what the server refused, and forgets it at the next try', async () => {
    const form = new RecordForm();
    const errors = [{ path: 'kg', message: 'only 3 kg of that lot are left.' }];
    await form.submit(entries.water, water, () => Promise.reject(new ApiProblem(422, 'Too much.', errors)));
    expect(form.message).toBe('Too much.');
    expect(form.errorOf('kg')).toBe('Only 3 kg of that lot are left.');
    expect(form.busy).toBe(false);
    await form.submit(entries.water, water, async () => 'stored');
    expect([form.errors, form.message]).toEqual([[], null]);
  });
  it('does not hide a fault of its own', async () => {
    const form = new RecordForm();
    const fault = form.submit(entries.water, water, () => Promise.reject(new TypeError('oh')));
    await expect(fault).rejects.toThrow('oh');
    expect(form.busy).toBe(false);
  });
});

describe('present', () => {
  it('drops what was left empty and keeps nothing else from being itself', () =>
    expect(present({ a: undefined, b: null, c: 0, d: '' })).toEqual({ b: null, c: 0, d: '' }));
});

describe('a form that changes a record', () => {
  it('changes it from how it was filled in, though the page was read anew; a second press keeps what stands there', async () => {
    let kept = { id: 1, lessons: 'dry it longer', stage: 'pour', version: 4 };
    const asked: { method: string; version?: number }[] = [];
    vi.stubGlobal('fetch', async (_: string, init: RequestInit) => {
      const body = init.body ? (JSON.parse(init.body as string) as { version: number }) : null;
      asked.push({ method: init.method!, ...(body && { version: body.version }) });
      if (!body) return Response.json(kept);
      if (body.version !== kept.version)
        return Response.json(
          { detail: 'stale', errors: [{ path: 'version', message: 'old' }] },
          { status: 409 }
        );
      kept = { ...kept, ...body, version: kept.version + 1 };
      return Response.json(kept);
    });
    const form = new RecordForm();
    // Filled in at 3, before somebody else wrote the same field at 4.
    form.fillFrom({ ...kept, lessons: '', version: 3 } as { version: number });
    const schema = shape({ lessons: text(100), version: versionSeen() });
    const save = (lessons: string) => form.amend(schema, '/sessions/1', { lessons });
    expect(await save('vent it')).toBeUndefined();
    expect(form.message).toBe('Somebody else changed this meanwhile. Press again to keep what stands here.');
    expect(kept.lessons).toBe('dry it longer');
    expect(await save('vent it, and dry it longer')).toMatchObject({ version: 5 });
    // Its own change is no other's.
    expect(await save('vent it')).toMatchObject({ lessons: 'vent it', version: 6 });
    expect(asked.map(({ method, version }) => `${method} ${version ?? ''}`.trim())).toEqual([
      'PATCH 3',
      'GET',
      'PATCH 4',
      'PATCH 5'
    ]);
    vi.unstubAllGlobals();
  });
});
