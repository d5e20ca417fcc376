import { describe, expect, it } from 'vitest';
import { boxOf, lengthOf, readOf } from '../../../tests/found.ts';
import { readSvg } from './svg.ts';

const inMm = (inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${inner}</svg>`;
const QUARTER = Math.PI / 2;

/** Name, drawing, how many lines are closed and open, box (y up), total length (null: not compared). */
type Case = readonly [string, string, number, number, readonly number[], number | null];
const CASES: readonly Case[] = [
  ['lines', '<path d="M10 20 L30 20 30 50"/>', 0, 1, [10, -50, 30, -20], 50],
  [
    'relative lines and a way home',
    '<path d="m10,20 l20,0 0,30 z"/>',
    1,
    0,
    [10, -50, 30, -20],
    50 + Math.hypot(20, 30),
  ],
  ['level and upright lines', '<path d="M10 10H40V30h-30z"/>', 1, 0, [10, -30, 40, -10], 100],
  [
    'cubics, one going on smoothly',
    '<path d="M0 0C10 0 10 10 20 10S30 20 40 20"/>',
    0,
    1,
    [0, -20, 40, 0],
    null,
  ],
  ['quadratics, one going on smoothly', '<path d="M0 0Q10 10 20 0T40 0"/>', 0, 1, [0, -5, 40, 5], null],
  ['a half circle by an arc', '<path d="M30 50A20 20 0 0 1 70 50"/>', 0, 1, [30, -50, 70, -30], 20 * Math.PI],
  [
    'the larger arc the other way',
    '<path d="M50 30A20 20 0 1 0 70 50"/>',
    0,
    1,
    [30, -70, 70, -30],
    20 * 3 * QUARTER,
  ],
  [
    'an arc with flags run together',
    '<path d="M30 50a20 20 0 0170 0" transform="translate(0 0)"/>',
    0,
    1,
    [30, -50, 100, -15],
    35 * Math.PI,
  ],
  ['radii too small are grown', '<path d="M30 50A1 1 0 0 1 70 50"/>', 0, 1, [30, -50, 70, -30], 20 * Math.PI],
  ['a turned elliptic arc', '<path d="M50 30A20 10 90 0 1 50 70"/>', 0, 1, [50, -70, 60, -30], null],
  ['two subpaths', '<path d="M0 0H10V10H0ZM20 0H30V10H20Z"/>', 2, 0, [0, -10, 30, 0], 80],
  ['a subpath that goes on after its end', '<path d="M0 0H10V10ZL-10 0"/>', 1, 1, [-10, -10, 10, 0], null],
  ['numbers run together', '<path d="M0 0L10-10.5.5.25"/>', 0, 1, [0, -0.25, 10, 10.5], null],
  ['a rectangle', '<rect x="10" y="20" width="30" height="40"/>', 1, 0, [10, -60, 40, -20], 140],
  [
    'a rounded rectangle',
    '<rect x="10" y="20" width="30" height="40" rx="5"/>',
    1,
    0,
    [10, -60, 40, -20],
    140 - 40 + 10 * Math.PI,
  ],
  ['radii over half are half', '<rect width="20" height="20" rx="50"/>', 1, 0, [0, -20, 20, 0], 20 * Math.PI],
  ['a circle', '<circle cx="50" cy="50" r="20"/>', 1, 0, [30, -70, 70, -30], 40 * Math.PI],
  ['an ellipse', '<ellipse cx="50" cy="50" rx="30" ry="10"/>', 1, 0, [20, -60, 80, -40], null],
  ['a line', '<line x1="1" y1="2" x2="4" y2="6"/>', 0, 1, [1, -6, 4, -2], 5],
  ['a polyline', '<polyline points="0,0 3,4 3,10"/>', 0, 1, [0, -10, 3, 0], 11],
  ['a polyline that comes home', '<polyline points="0 0 3 4 3 0 0 0"/>', 1, 0, [0, -4, 3, 0], 12],
  ['a polygon', '<polygon points="0,0 3,4 3,0"/>', 1, 0, [0, -4, 3, 0], 12],
  ['lengths with units', '<rect width="1in" height="25.4mm"/>', 1, 0, [0, -96, 96, 0], 384],
  ['shares of the view', '<rect x="10%" y="10%" width="50%" height="20%"/>', 1, 0, [10, -30, 60, -10], 140],
  [
    'nested groups with transforms',
    '<g transform="translate(10 20)"><g transform="scale(2)"><line x2="5"/></g></g>',
    0,
    1,
    [10, -20, 20, -20],
    10,
  ],
  [
    'a turn about a place',
    '<line x1="50" y1="50" x2="60" y2="50" transform="rotate(90 50 50)"/>',
    0,
    1,
    [50, -60, 50, -50],
    10,
  ],
  [
    'a list of transforms, from the right',
    '<line x2="10" transform="translate(5,0) rotate(90) scale(2,1)"/>',
    0,
    1,
    [5, -20, 5, 0],
    20,
  ],
  ['a skew', '<line y2="10" transform="skewX(45)"/>', 0, 1, [0, -10, 10, 0], Math.hypot(10, 10)],
  [
    'a mirror by a matrix',
    '<line x1="10" x2="20" transform="matrix(-1 0 0 1 30 5)"/>',
    0,
    1,
    [10, -5, 20, -5],
    10,
  ],
  [
    'a transform as a style',
    '<line x2="10" style="fill:none;transform:translate(5px,6px)"/>',
    0,
    1,
    [5, -6, 15, -6],
    10,
  ],
  [
    'a shape used twice',
    '<defs><circle id="a" r="5"/></defs><use href="#a" x="10" y="10"/><use href="#a" transform="translate(30 10)"/>',
    2,
    0,
    [5, -15, 35, -5],
    20 * Math.PI,
  ],
  [
    'a use by its older name',
    '<g id="g"><line x2="10"/></g><use xmlns:xlink="http://www.w3.org/1999/xlink" xlink:href="#g" y="7"/>',
    0,
    2,
    [0, -7, 10, 0],
    20,
  ],
  [
    'a symbol with a view of its own',
    '<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol><use href="#s" x="20" y="30" width="40" height="40"/>',
    1,
    0,
    [20, -70, 60, -30],
    160,
  ],
  [
    'a nested drawing, kept in the middle',
    '<svg x="10" y="10" width="40" height="20" viewBox="0 0 10 10"><rect width="10" height="10"/></svg>',
    1,
    0,
    [20, -30, 40, -10],
    80,
  ],
  [
    'a nested drawing stretched',
    '<svg width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="none"><rect width="10" height="10"/></svg>',
    1,
    0,
    [0, -20, 40, 0],
    120,
  ],
  [
    'what is not shown is passed over',
    '<g display="none"><line x2="9"/></g><line x2="9" style="visibility:hidden"/><line x2="4"/>',
    0,
    1,
    [0, 0, 4, 0],
    4,
  ],
  [
    'shelves draw nothing',
    '<clipPath id="c"><rect width="9" height="9"/></clipPath><marker><path d="M0 0L1 1"/></marker><line x2="4"/>',
    0,
    1,
    [0, 0, 4, 0],
    4,
  ],
];

describe('an SVG drawing is read as it is drawn:', () => {
  it.each(CASES)('%s', (_, inner, closed, open, box, length) => {
    const { curves, declared } = readOf(readSvg(inMm(inner)));
    expect(declared?.mm).toBeCloseTo(1, 12);
    expect([curves.filter((c) => c.closed).length, curves.filter((c) => !c.closed).length]).toEqual([
      closed,
      open,
    ]);
    boxOf(curves).forEach((v, i) => expect(Math.abs(v - box[i]!)).toBeLessThan(2e-4));
    if (length !== null) expect(Math.abs(lengthOf(curves) - length)).toBeLessThan(1e-3);
  });
  it('keeps groups’ names, and counts what has no line', () => {
    const { curves, passedOver } = readOf(
      readSvg(
        inMm('<g id="body"><line x2="4"/></g><text>a</text><text>b</text><image width="4" height="4"/>'),
      ),
    );
    expect(curves[0]!.name).toBe('body');
    expect(passedOver.map((p) => [p.what, p.count])).toEqual([
      ['text', 2],
      ['picture', 1],
    ]);
  });
});

describe('the size of an SVG drawing', () => {
  const line = '<line x2="96"/>';
  it.each([
    ['px are questioned', `<svg width="200" height="100" viewBox="0 0 200 100">${line}</svg>`, null],
    ['shares are questioned', `<svg width="100%" height="100%" viewBox="0 0 200 100">${line}</svg>`, null],
    ['no unit at all is questioned', `<svg viewBox="0 0 200 100">${line}</svg>`, null],
    ['inches and a view box', `<svg width="2in" height="1in" viewBox="0 0 200 100">${line}</svg>`, 0.254],
    ['points and a view box', `<svg width="720pt" height="360pt" viewBox="0 0 254 127">${line}</svg>`, 1],
    ['centimetres', `<svg width="20cm" height="10cm" viewBox="0 0 200 100">${line}</svg>`, 1],
    ['a true width alone makes px of units', `<svg width="200mm" height="100mm">${line}</svg>`, 25.4 / 96],
    [
      'the smaller scale keeps it undistorted',
      `<svg width="200mm" height="50mm" viewBox="0 0 200 100">${line}</svg>`,
      0.5,
    ],
  ])('%s', (_, text, mm) => {
    const { declared, choices } = readOf(readSvg(text));
    if (mm === null) expect(declared).toBeNull();
    else expect(declared!.mm).toBeCloseTo(mm, 12);
    expect(choices.length).toBeGreaterThan(3);
  });
  it('is stretched where the file says so', () => {
    const { curves, declared } = readOf(
      readSvg(
        '<svg width="200mm" height="50mm" viewBox="0 0 200 100" preserveAspectRatio="none"><rect width="100" height="100"/></svg>',
      ),
    );
    expect(declared!.mm).toBe(1);
    boxOf(curves).forEach((v, i) => expect(v).toBeCloseTo([0, -50, 100, 0][i]!, 12));
  });
});

describe('a broken SVG file is refused with its place:', () => {
  it.each([
    ['cut off', '<svg width="1mm"><g><line x2="4"/>', /line 1/],
    ['not an SVG', '<html><p>a</p></html>', /html/],
    ['no XML at all', 'hello', /./],
    ['an empty file', '', /./],
    ['path data with a word in it', inMm('<path id="edge" d="M0 0 L ten 5"/>'), /edge/],
    ['path data that does not begin with a move', inMm('<path id="q" d="L0 0 5 5"/>'), /"q"/],
    ['path data cut off in the middle', inMm('<path id="c" d="M0 0C1 2 3"/>'), /"c"/],
    ['an arc whose flag is neither 0 nor 1', inMm('<path id="f" d="M0 0A5 5 0 2 0 9 9"/>'), /"f"/],
    ['an unknown transform', inMm('<g id="top" transform="bend(4)"><line x2="4"/></g>'), /top/],
    ['a transform without its numbers', inMm('<line id="l" transform="matrix(1 0 0)"/>'), /"l"/],
    ['an odd count of points', inMm('<polygon id="p" points="0 0 1"/>'), /"p"/],
    ['a length that is none', inMm('<rect id="r" width="wide" height="4"/>'), /"r"/],
    [
      'a use that leads back to itself',
      inMm('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'),
      /use/,
    ],
    ['a view box of three numbers', '<svg viewBox="0 0 10"><line x2="1"/></svg>', /svg/],
  ])('%s', (_, text, where) => {
    const answer = readSvg(text);
    expect(answer.ok).toBe(false);
    if (!answer.ok) {
      expect(answer.where).toMatch(where);
      expect(answer.message.length).toBeGreaterThan(10);
    }
  });
  it('and one that multiplies itself beyond reason', () => {
    const levels = Array.from(
      { length: 12 },
      (_, i) => `<g id="g${i + 1}">${`<use href="#g${i}"/>`.repeat(10)}</g>`,
    ).join('');
    const answer = readSvg(inMm(`<defs><line id="g0" x2="1"/>${levels}</defs><use href="#g12"/>`));
    expect(answer.ok).toBe(false);
  });
  it('a use of nothing is counted, not refused', () => {
    const { passedOver } = readOf(readSvg(inMm('<use href="#gone"/><use href="other.svg#a"/>')));
    expect(passedOver.reduce((n, p) => n + p.count, 0)).toBe(2);
  });
});
