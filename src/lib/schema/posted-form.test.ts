import { describe, expect, it } from 'vitest';
import {
  BODY,
  KEY,
  answerName,
  materialName,
  momentName,
  postedBody,
  quantityName,
  textName
} from './posted-form';

describe('a form that was posted without a script', () => {
  it('stands for the body that the page drew, with what was typed over it', () => {
    const drawn = { kind: 'water', at: '2026-05-01T09:00:00Z', kg: 0.396, typed: { kg: '396 g' } };
    const posted = postedBody({
      [BODY]: JSON.stringify(drawn),
      [KEY]: 'k',
      [quantityName('kg', 'mass', 'g', 1)]: '350',
      [textName('note')]: ' from the can '
    });
    expect(posted).toEqual({
      key: 'k',
      errors: [],
      body: { ...drawn, kg: 0.35, typed: { kg: '350' }, note: 'from the can' }
    });
  });
  it('takes additions, grams, percent and answers', () => {
    const drawn = {
      additions: [
        { ingredient: 'x', kg: 1 },
        { ingredient: 'water', kg: 0.2 }
      ],
      typed: { additions: ['1 kg', '200 g'] }
    };
    const { body } = postedBody({
      [BODY]: JSON.stringify(drawn),
      [quantityName('additions[1].kg', 'mass', 'oz', 1)]: '8',
      [quantityName('pan_g', 'mass', 'g', 1000)]: '120',
      [quantityName('moisture_percent', 'fraction', '%', 100)]: '3,4',
      [quantityName('oil_kg', 'mass', 'g', 1, undefined, 0.87)]: '100 ml',
      [answerName('holds')]: 'yes',
      [answerName('shrinks')]: 'no'
    });
    expect(body).toMatchObject({
      oil_kg: 0.087,
      pan_g: 120,
      moisture_percent: 3.4,
      holds: true,
      shrinks: false
    });
    expect((body.additions as { kg: number }[])[1]!.kg).toBeCloseTo(0.2268, 4);
    expect(body.typed).toEqual({ additions: ['1 kg', '8'] });
  });
  it('tells of what cannot be read, and takes nothing from what is no form of ours', () => {
    expect(postedBody({ [quantityName('kg', 'mass', 'g', 1)]: 'a bucket' }).errors[0]).toMatchObject({
      path: 'kg'
    });
    expect(postedBody({ [BODY]: '[1,2]' }).body).toEqual({});
    expect(postedBody({ [BODY]: '{' }).errors).toEqual([{ path: 'body', message: 'is not readable' }]);
    expect(postedBody({ [BODY]: '{}', [textName('a.b.c')]: 'x' }).body).toEqual({});
    expect(postedBody({ [quantityName('kg', 'toString' as never, 'g', 1)]: '1' }).errors).toHaveLength(1);
    const odd = postedBody({ [BODY]: '{"typed":"x"}', [quantityName('kg', 'mass', 'g', 1)]: '350' });
    expect(odd.body).toEqual({ typed: 'x', kg: 0.35 });
  });
  it('takes what was emptied away, or says so with null, and drops lines that nobody filled in', () => {
    const posted = {
      [BODY]: JSON.stringify({
        kg: 2,
        note: 'old',
        retained: [{ sieve: 'a' }, { sieve: 'b' }],
        standards: [{}, {}]
      }),
      [textName('note')]: '',
      [quantityName('retained[0].grams', 'mass', 'g', 1000)]: '',
      [quantityName('retained[1].grams', 'mass', 'g', 1000)]: '9,5',
      [quantityName('standards[0].active_percent', 'fraction', '%', 100)]: '8',
      [quantityName('standards[0].ml', 'count', '', 1)]: '40',
      [quantityName('standards[1].ml', 'count', '', 1)]: ''
    };
    expect(postedBody(posted).body).toEqual({
      kg: 2,
      retained: [{ sieve: 'b', grams: 9.5 }],
      standards: [{ active_percent: 8, ml: 40 }]
    });
    expect(postedBody(posted, null).body.note).toBeNull();
  });
  it('means nothing new by a field that was left as it was drawn', () => {
    const drawn = '17.134 kg';
    const name = quantityName('on_hand_kg', 'mass', 'kg', 1, drawn);
    expect(postedBody({ [BODY]: '{}', [name]: drawn }).body).toEqual({});
    expect(postedBody({ [BODY]: '{}', [name]: '16 kg' }).body).toEqual({ on_hand_kg: 16 });
    const when = momentName('at', '2026-05-01T09:30');
    expect(postedBody({ [BODY]: '{}', [when]: '2026-05-01T09:30' }).body).toEqual({});
    const moved = postedBody({ [BODY]: '{}', [when]: '2026-05-02T10:00' }).body.at;
    expect(moved).toBe(new Date('2026-05-02T10:00').toISOString());
  });
  it('takes a lot, or a kind of material', () => {
    const of = (picked: string) =>
      postedBody({ [BODY]: '{"ingredient":"olivine","lot_id":2}', [materialName('ingredient')]: picked })
        .body;
    expect(of('lot:5')).toEqual({ lot_id: 5 });
    expect(of('kind:washed-silica')).toEqual({ ingredient: 'washed-silica' });
  });
  it('never reaches what all objects have in common', () => {
    for (const path of ['__proto__.reached', 'constructor.prototype.reached', 'a.__proto__.reached'])
      postedBody({ [BODY]: '{"a":{}}', [textName(path)]: 'x' });
    expect(({} as Record<string, unknown>).reached).toBeUndefined();
    expect(postedBody({ [textName('__proto__')]: 'x', [textName('toString')]: 'x' }).body).toEqual({});
  });
});
