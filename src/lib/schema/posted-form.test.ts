import { describe, expect, it } from 'vitest';
import { BODY, KEY, answerName, postedBody, quantityName, textName } from './posted-form';

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
      [answerName('holds')]: 'yes',
      [answerName('shrinks')]: 'no'
    });
    expect(body).toMatchObject({ pan_g: 120, moisture_percent: 3.4, holds: true, shrinks: false });
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
  it('never reaches what all objects have in common', () => {
    for (const path of ['__proto__.reached', 'constructor.prototype.reached', 'a.__proto__.reached'])
      postedBody({ [BODY]: '{"a":{}}', [textName(path)]: 'x' });
    expect(({} as Record<string, unknown>).reached).toBeUndefined();
    expect(postedBody({ [textName('__proto__')]: 'x', [textName('toString')]: 'x' }).body).toEqual({});
  });
});
