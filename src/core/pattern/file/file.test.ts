import { zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { measure } from '../mesh/measure';
import { block, cylinder } from '../shape/bodies';
import { readMesh } from './read-mesh';
import { guessUnit, unitChances } from './unit-guess';
import { writeStl } from './write-stl';

const body = cylinder(0.02, 0.05);
const volume = measure(body).volume_m3;
const bytes = (text: string) => new TextEncoder().encode(text);

const textStl = (of: Float32Array) => {
  const corner = (i: number) => `vertex ${[0, 1, 2].map((k) => (of[i + k]! * 1000).toString()).join(' ')}`;
  const facets = Array.from({ length: of.length / 9 }, (_, t) => {
    const i = 9 * t;
    return `facet normal 0 0 0\nouter loop\n${corner(i)}\n${corner(i + 3)}\n${corner(i + 6)}\nendloop\nendfacet`;
  });
  return `solid made up\n${facets.join('\n')}\nendsolid made up\n`;
};
const obj = (of: Float32Array) =>
  [
    ...Array.from(
      { length: of.length / 3 },
      (_, i) => `v ${[0, 1, 2].map((k) => of[3 * i + k]! * 1000).join(' ')}`
    ),
    ...Array.from({ length: of.length / 9 }, (_, t) => `f ${3 * t + 1} ${3 * t + 2} ${3 * t + 3}`)
  ].join('\n');
const model = (inside: string, unit = 'millimeter') =>
  `<?xml version="1.0"?><model unit="${unit}" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">${inside}</model>`;
const meshXml = (of: Float32Array) =>
  `<mesh><vertices>${Array.from({ length: of.length / 3 }, (_, i) => `<vertex x="${of[3 * i]! * 1000}" y="${of[3 * i + 1]! * 1000}" z="${of[3 * i + 2]! * 1000}"/>`).join('')}</vertices><triangles>${Array.from({ length: of.length / 9 }, (_, t) => `<triangle v1="${3 * t}" v2="${3 * t + 1}" v3="${3 * t + 2}"/>`).join('')}</triangles></mesh>`;
const packed = (text: string) =>
  zipSync({ '3D/3dmodel.model': strToU8(text), '[Content_Types].xml': strToU8('<x/>') });
const threeMf = packed(
  model(`<resources><object id="1">${meshXml(body)}</object></resources><build><item objectid="1"/></build>`)
);

describe('the same body from each format', () => {
  it.each([
    ['stl', writeStl(body)],
    ['stl', bytes(textStl(body))],
    ['obj', bytes(obj(body))],
    ['3mf', threeMf]
  ] as const)('%s', (format, file) => {
    const read = readMesh(file);
    expect(read).toMatchObject({ format, unit: 'mm', unit_stated: format === '3mf' });
    expect(measure(read.triangles).volume_m3 / volume).toBeCloseTo(1, 5);
  });

  it('a binary STL that begins with “solid”, or stands at an odd place, is read all the same', () => {
    const file = writeStl(body);
    file.set(bytes('solid from a program'), 0);
    const shifted = new Uint8Array(file.length + 1);
    shifted.set(file, 1);
    for (const each of [file, shifted.subarray(1)])
      expect(measure(readMesh(each).triangles).volume_m3 / volume).toBeCloseTo(1, 5);
  });

  it('faces of four corners of an OBJ are two triangles', () => {
    const cube =
      'v 0 0 0\nv 10 0 0\nv 10 10 0\nv 0 10 0\nv 0 0 10\nv 10 0 10\nv 10 10 10\nv 0 10 10\nf 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n';
    expect(measure(readMesh(bytes(cube), 'mm').triangles).volume_m3).toBeCloseTo(1e-6, 12);
  });

  it('parts of a 3MF are moved to their places, in its own unit', () => {
    const two = packed(
      model(
        `<resources><object id="1">${meshXml(block(0.01, 0.01, 0.01))}</object><object id="2"><components><component objectid="1"/><component objectid="1" transform="2 0 0 0 2 0 0 0 2 100 0 0"/></components></object></resources><build><item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 0 5"/></build>`,
        'inch'
      )
    );
    const { triangles, unit } = readMesh(two);
    expect(unit).toBe('in');
    const inch3 = (10 * 0.0254) ** 3;
    expect(measure(triangles).volume_m3 / inch3).toBeCloseTo(9, 4);
    expect(measure(triangles).box.least[2]).toBeCloseTo(5 * 0.0254, 6);
  });
});

describe('a part that is mirrored', () => {
  it('still looks outward', () => {
    const mirrored = packed(
      model(
        `<resources><object id="1">${meshXml(body)}</object></resources><build><item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/></build>`
      )
    );
    expect(measure(readMesh(mirrored).triangles).volume_m3 / volume).toBeCloseTo(1, 5);
  });
});

describe('units', () => {
  it('are guessed by what makes a casting, and asked about', () => {
    expect([120, 25, 5, 0.12, 3000].map(guessUnit)).toEqual(['mm', 'mm', 'in', 'm', 'mm']);
    // 8 mm, 20.3 cm, 8 cm or 8 m: 0.75·e^(−4.53), 0.15·e^(−0.17), 0.06·e^(−0.10) and 4·10⁻⁶ to one another.
    const eight = unitChances(8);
    expect(eight.in).toBeCloseTo(0.6698, 3);
    expect(eight.cm).toBeCloseTo(0.2873, 3);
    expect(eight.mm).toBeCloseTo(0.043, 3);
    expect(Object.values(unitChances(1e9)).reduce((sum, each) => sum + each, 0)).toBeCloseTo(1, 12);
    const inches = readMesh(writeStl(body), 'in');
    expect(measure(inches.triangles).volume_m3 / volume / 25.4 ** 3).toBeCloseTo(1, 4);
  });
});

describe('files that are none', () => {
  const cut = writeStl(body).subarray(0, 2000);
  const numberless = writeStl(body);
  new DataView(numberless.buffer).setFloat32(84 + 50 + 12, NaN, true);
  const bomb = zipSync({ '3D/3dmodel.model': new Uint8Array(410 * 1024 * 1024) }, { level: 1 });
  const lying = packed(model('')).slice();
  const text = textStl(block(0.01, 0.01, 0.01));
  it.each([
    ['empty', new Uint8Array(), /empty/],
    ['cut off', cut, /cut off: it says that it holds/],
    ['no number', numberless, /Corner 4 is no number/],
    ['text that only claims to be STL', bytes('solid as a rock, they said\nand went home'), /no facet/],
    ['text STL cut off', bytes(text.slice(0, -120)), /cut off in the middle/],
    ['a letter', bytes('Dear all, the sundial is done.'), /text, but no mesh/],
    ['too short', bytes('\u0001\u0002\u0003'), /too short/],
    ['obj without faces', bytes('v 1 2 3\nv 2 3 4\n'), /no face/],
    ['obj naming a corner that is not there', bytes('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n'), /corner 9/],
    ['a package without a model', zipSync({ 'a.txt': strToU8('x') }), /no 3D model/],
    ['a package cut off', threeMf.subarray(0, 300), /no whole 3MF/],
    ['a bomb', bomb, /160 MB/],
    ['a model cut off', packed(model('<resources>').slice(0, 60)), /cut off or damaged/],
    ['a part that is not there', packed(model('<build><item objectid="7"/></build>')), /part 7/],
    [
      'parts that hold each other',
      packed(
        model(
          '<resources><object id="1"><components><component objectid="1"/></components></object></resources><build><item objectid="1"/></build>'
        )
      ),
      /without end/
    ],
    ['nothing in it', lying, /no triangle/]
  ] as const)('%s', (_, file, message) => {
    expect(() => readMesh(file)).toThrow(message);
  });
});
