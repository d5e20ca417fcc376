import { describe, expect, it } from 'vitest';
import { boxOf, lengthOf, readOf } from '../../../tests/found.ts';
import { readDxf } from './dxf.ts';

/** “0 LINE 10 0” and so on as the pairs of a file. */
const pairs = (text: string): string => text.trim().split(/\s+/).join('\n');
const file = (entities: string, { header = '', blocks = '', tables = '' } = {}): string =>
  [
    pairs(`0 SECTION 2 HEADER ${header} 0 ENDSEC`),
    pairs(`0 SECTION 2 TABLES ${tables} 0 ENDSEC`),
    pairs(`0 SECTION 2 BLOCKS ${blocks} 0 ENDSEC`),
    pairs(`0 SECTION 2 ENTITIES ${entities} 0 ENDSEC 0 EOF`),
  ].join('\n');
const block = (name: string, x: number, y: number, entities: string): string =>
  `0 BLOCK 8 0 2 ${name} 70 0 10 ${x} 20 ${y} ${entities} 0 ENDBLK 8 0`;

const LINE = '0 LINE 8 0 10 0 20 0 11 4 21 0';
const CIRCLE_SPLINE = `0 SPLINE 8 0 70 13 71 2 72 12 73 9
  ${[0, 0, 0, 1, 1, 2, 2, 3, 3, 4, 4, 4].map((k) => `40 ${k}`).join(' ')}
  ${[1, Math.SQRT1_2, 1, Math.SQRT1_2, 1, Math.SQRT1_2, 1, Math.SQRT1_2, 1].map((w) => `41 ${w}`).join(' ')}
  ${[
    [10, 0],
    [10, 10],
    [0, 10],
    [-10, 10],
    [-10, 0],
    [-10, -10],
    [0, -10],
    [10, -10],
    [10, 0],
  ]
    .map(([x, y]) => `10 ${x} 20 ${y}`)
    .join(' ')}`;

type Case = readonly [string, string, number, number, readonly number[], number | null];
const CASES: readonly Case[] = [
  ['a line', '0 LINE 8 edge 10 1 20 2 30 0 11 4 21 6 31 0', 0, 1, [1, 2, 4, 6], 5],
  [
    'an arc, counter-clockwise over 0°',
    '0 ARC 8 0 10 0 20 0 40 10 50 270 51 90',
    0,
    1,
    [0, -10, 10, 10],
    10 * Math.PI,
  ],
  ['a circle', '0 CIRCLE 8 0 10 5 20 5 40 2', 1, 0, [3, 3, 7, 7], 4 * Math.PI],
  [
    'a circle drawn from below lies mirrored',
    '0 CIRCLE 8 0 10 5 20 5 40 2 210 0 220 0 230 -1',
    1,
    0,
    [-7, 3, -3, 7],
    4 * Math.PI,
  ],
  [
    'an arc drawn from below',
    '0 ARC 8 0 10 0 20 0 40 10 50 0 51 90 230 -1',
    0,
    1,
    [-10, 0, 0, 10],
    5 * Math.PI,
  ],
  [
    'a whole ellipse',
    '0 ELLIPSE 8 0 10 0 20 0 11 0 21 20 40 0.5 41 0 42 6.283185307179586',
    1,
    0,
    [-10, -20, 10, 20],
    null,
  ],
  [
    'half an ellipse',
    '0 ELLIPSE 8 0 10 0 20 0 11 20 21 0 40 0.5 41 0 42 3.141592653589793',
    0,
    1,
    [-20, 0, 20, 10],
    null,
  ],
  [
    'half an ellipse from below',
    '0 ELLIPSE 8 0 10 0 20 0 11 20 21 0 40 0.5 41 0 42 3.141592653589793 230 -1',
    0,
    1,
    [-20, -10, 20, 0],
    null,
  ],
  ['a light polyline', '0 LWPOLYLINE 8 0 90 3 70 0 10 0 20 0 10 3 20 4 10 3 20 10', 0, 1, [0, 0, 3, 10], 11],
  [
    'a closed light polyline',
    '0 LWPOLYLINE 8 0 90 3 70 1 10 0 20 0 10 3 20 4 10 3 20 0',
    1,
    0,
    [0, 0, 3, 4],
    12,
  ],
  [
    'bulges: a slot',
    '0 LWPOLYLINE 8 0 90 4 70 1 10 0 20 0 10 10 20 0 42 1 10 10 20 4 10 0 20 4 42 1',
    1,
    0,
    [-2, 0, 12, 4],
    20 + 4 * Math.PI,
  ],
  [
    'a bulge the other way',
    '0 LWPOLYLINE 8 0 90 2 70 0 10 0 20 0 42 -1 10 10 20 0',
    0,
    1,
    [0, 0, 10, 5],
    5 * Math.PI,
  ],
  [
    'a bulge of more than half a turn',
    '0 LWPOLYLINE 8 0 90 2 70 0 10 -10 20 0 42 2.414213562373095 10 0 20 10',
    0,
    1,
    [-10, -10, 10, 10],
    null,
  ],
  [
    'a polyline of vertices',
    '0 POLYLINE 8 0 66 1 70 1 0 VERTEX 8 0 10 0 20 0 42 1 0 VERTEX 8 0 10 10 20 0 0 SEQEND 8 0',
    1,
    0,
    [0, -5, 10, 0],
    10 + 5 * Math.PI,
  ],
  [
    'a polyline in space',
    '0 POLYLINE 8 0 70 8 0 VERTEX 8 0 10 0 20 0 30 5 0 VERTEX 8 0 10 10 20 0 30 5 0 SEQEND',
    0,
    1,
    [0, 0, 10, 0],
    10,
  ],
  [
    'a frame of a fitted polyline is left out',
    '0 POLYLINE 8 0 70 4 0 VERTEX 8 0 10 0 20 0 70 8 0 VERTEX 8 0 10 5 20 99 70 16 0 VERTEX 8 0 10 10 20 0 70 8 0 SEQEND',
    0,
    1,
    [0, 0, 10, 0],
    10,
  ],
  [
    'a cubic spline of one span',
    '0 SPLINE 8 0 70 8 71 3 72 8 73 4 40 0 40 0 40 0 40 0 40 1 40 1 40 1 40 1 10 0 20 0 10 0 20 10 10 10 20 10 10 10 20 0',
    0,
    1,
    [0, 0, 10, 7.5],
    null,
  ],
  [
    'a quadratic spline',
    '0 SPLINE 8 0 70 8 71 2 72 6 73 3 40 0 40 0 40 0 40 1 40 1 40 1 10 0 20 0 10 5 20 10 10 10 20 0',
    0,
    1,
    [0, 0, 10, 5],
    null,
  ],
  [
    'a spline of straight steps',
    '0 SPLINE 8 0 70 8 71 1 72 5 73 3 40 0 40 0 40 1 40 2 40 2 10 0 20 0 10 3 20 4 10 3 20 10',
    0,
    1,
    [0, 0, 3, 10],
    11,
  ],
  [
    'a spline with inner knots',
    '0 SPLINE 8 0 70 8 71 3 72 9 73 5 40 0 40 0 40 0 40 0 40 1 40 2 40 2 40 2 40 2 10 0 20 0 10 4 20 0 10 8 20 0 10 12 20 0 10 16 20 0',
    0,
    1,
    [0, 0, 16, 0],
    16,
  ],
  ['a circle as a spline with weights', CIRCLE_SPLINE, 1, 0, [-10, -10, 10, 10], 20 * Math.PI],
  [
    'a spline of degree five',
    '0 SPLINE 8 0 70 8 71 5 72 12 73 6 40 0 40 0 40 0 40 0 40 0 40 0 40 1 40 1 40 1 40 1 40 1 40 1 10 0 20 0 10 2 20 0 10 4 20 0 10 6 20 0 10 8 20 0 10 10 20 0',
    0,
    1,
    [0, 0, 10, 0],
    10,
  ],
  [
    'a periodic spline with open knots',
    `0 SPLINE 8 0 70 11 71 3 72 11 73 7 ${[-3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7].map((k) => `40 ${k}`).join(' ')} 10 6 20 0 10 0 20 6 10 -6 20 0 10 0 20 -6 10 6 20 0 10 0 20 6 10 -6 20 0`,
    1,
    0,
    [-4, -4, 4, 4],
    null,
  ],
  [
    'numbers with exponents',
    '0 LINE 8 0 10 1e1 20 -2.5E-1 11 1.3e+1 21 -.25',
    0,
    1,
    [10, -0.25, 13, -0.25],
    3,
  ],
];

describe('a DXF drawing is read as it is drawn:', () => {
  it.each(CASES)('%s', (_, entities, closed, open, box, length) => {
    const { curves } = readOf(readDxf(file(entities)));
    expect([curves.filter((c) => c.closed).length, curves.filter((c) => !c.closed).length]).toEqual([
      closed,
      open,
    ]);
    boxOf(curves).forEach((v, i) => expect(Math.abs(v - box[i]!)).toBeLessThan(1e-4));
    if (length !== null) expect(Math.abs(lengthOf(curves) - length)).toBeLessThan(5e-4);
  });
  it.each([
    ['put in', '0 INSERT 8 0 2 B 10 10 20 20', [10, 20, 14, 20]],
    ['turned and scaled about its base', '0 INSERT 8 0 2 B 10 10 20 20 41 2 42 2 50 90', [10, 20, 10, 28]],
    ['mirrored', '0 INSERT 8 0 2 B 10 10 20 20 41 -1', [6, 20, 10, 20]],
    ['from below', '0 INSERT 8 0 2 B 10 10 20 20 230 -1', [-14, 20, -10, 20]],
    ['repeated in columns and rows', '0 INSERT 8 0 2 B 10 0 20 0 70 3 71 2 44 10 45 5', [0, 0, 24, 5]],
    ['within another', '0 INSERT 8 0 2 C 10 0 20 0', [100, 0, 104, 0]],
  ])('a block %s', (_, insert, box) => {
    const blocks =
      block('B', 1, 1, '0 LINE 8 0 10 1 20 1 11 5 21 1') +
      ' ' +
      block('C', 0, 0, '0 INSERT 8 0 2 b 10 100 20 0');
    const { curves } = readOf(readDxf(file(insert, { blocks })));
    boxOf(curves).forEach((v, i) => expect(v).toBeCloseTo(box[i]!, 9));
  });
  it('blocks’ lines on layer 0 lie on the insertion’s layer, with its words left out', () => {
    const blocks = block('B', 0, 0, '0 LINE 8 0 10 0 20 0 11 1 21 0');
    const insert = '0 INSERT 8 pocket 66 1 2 B 10 0 20 0 0 ATTRIB 8 0 1 a 0 SEQEND 8 0';
    const { curves, passedOver } = readOf(readDxf(file(`${insert} ${LINE}`, { blocks })));
    expect(curves.map((c) => c.name)).toEqual(['pocket', '0']);
    expect(passedOver).toEqual([]);
  });
  it('hidden layers, the paper’s space, words and what is out of the plane are counted', () => {
    const tables =
      '0 TABLE 2 LAYER 0 LAYER 2 off 70 0 62 -7 0 LAYER 2 cold 70 1 62 7 0 LAYER 2 on 70 0 62 7 0 ENDTAB';
    const lines = ['off', 'cold', 'on'].map((l) => `0 LINE 8 ${l} 10 0 20 0 11 1 21 0`).join(' ');
    const others =
      '0 TEXT 8 0 1 a 0 LINE 67 1 8 0 10 0 20 0 11 1 21 0 0 CIRCLE 8 0 10 0 20 0 40 1 210 1 220 0 230 0';
    const { curves, passedOver } = readOf(readDxf(file(`${lines} ${others}`, { tables })));
    expect(curves.map((c) => c.name)).toEqual(['on']);
    expect(passedOver.reduce((n, p) => n + p.count, 0)).toBe(5);
  });
  it.each([
    ['inches', '9 $INSUNITS 70 1', 25.4],
    ['millimetres', '9 $INSUNITS 70 4', 1],
    ['none declared', '9 $INSUNITS 70 0', null],
    ['no word of it', '', null],
  ])('its unit: %s', (_, header, mm) => {
    const { declared } = readOf(readDxf(file(LINE, { header })));
    expect(declared?.mm ?? null).toBe(mm);
  });
});

describe('a broken DXF file is refused with its place:', () => {
  const good = file(LINE);
  it.each([
    ['cut off', good.slice(0, good.indexOf('EOF') - 12), /line/],
    ['shifted by a line', good.replace('LINE\n', 'LINE\n\n'), /line \d+/],
    ['a word for a number', file('0 LINE 8 0 10 zero 20 0 11 1 21 1'), /line \d+/],
    ['an arc without radius', file('0 ARC 8 0 10 0 20 0 50 0 51 90'), /line \d+/],
    ['a radius of nothing', file('0 CIRCLE 8 0 10 0 20 0 40 0'), /line \d+/],
    [
      'a polyline of fewer vertices than it says',
      file('0 LWPOLYLINE 8 0 90 5 70 0 10 0 20 0 10 1 20 1'),
      /line \d+/,
    ],
    ['a polyline that does not end', file('0 POLYLINE 8 0 70 0 0 VERTEX 8 0 10 0 20 0'), /line \d+/],
    ['a spline with too few knots', file('0 SPLINE 8 0 70 8 71 3 40 0 40 1 10 0 20 0 10 1 20 1'), /line \d+/],
    ['a spline by fit points alone', file('0 SPLINE 8 0 70 8 71 3 74 2 11 0 21 0 11 1 21 1'), /line \d+/],
    ['a block that is not there', file('0 INSERT 8 0 2 GONE 10 0 20 0'), /line \d+/],
    [
      'a block that holds itself',
      file('0 INSERT 8 0 2 A 10 0 20 0', { blocks: block('A', 0, 0, '0 INSERT 8 0 2 A 10 1 20 0') }),
      /line \d+/,
    ],
    ['a binary file', 'Binary\r\n\u001a\0\0\0', /file/],
    ['no DXF at all', 'hello\nthere', /line 1/],
    ['an empty file', '', /file/],
  ])('%s', (_, text, where) => {
    const answer = readDxf(text);
    expect(answer.ok).toBe(false);
    if (!answer.ok) {
      expect(answer.where).toMatch(where);
      expect(answer.message.length).toBeGreaterThan(10);
    }
  });
});
