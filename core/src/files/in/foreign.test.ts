import { gzipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { boxOf, readOf } from '../../../tests/found.ts';
import { joinChains } from '../../geometry/chains.ts';
import { circlePath, polygonPath, rectPath } from '../../geometry/figures.ts';
import type { Point } from '../../geometry/point.ts';
import { nodesAsDrawn, nodesWithin } from '../../outline/fromChain.ts';
import { readDxf } from './dxf.ts';
import type { FileRead, ReadFile } from './found.ts';
import { MOST_ELEMENTS, MOST_PIECES, Unreadable, startClock } from './found.ts';
import { describeLines, lineRefusal } from './lines.ts';
import { readDrawing } from './read.ts';
import { readSvg } from './svg.ts';
import { drawingText } from './text.ts';

const svg = (inner: string, root = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${root}>${inner}</svg>`;
const dxf = (entities: string, tables = ''): string =>
  `${tables ? `0\nSECTION\n2\nTABLES\n${tables}0\nENDSEC\n` : ''}0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
const groups = (...pairs: readonly (readonly [number, string | number])[]): string =>
  pairs.map(([code, value]) => `${code}\n${value}\n`).join('');
const circle = (x: number, r: number, layer = '0'): string =>
  groups([0, 'CIRCLE'], [8, layer], [10, x], [20, 0], [40, r]);
const refused = (answer: ReadFile): { where: string; message: string } => {
  if (answer.ok) throw new Error('it was read');
  return answer;
};
const names = (read: FileRead): readonly string[] => read.curves.map((c) => c.name);

describe('style sheets of SVG', () => {
  const shown = (style: string, inner: string): readonly string[] =>
    names(readOf(readSvg(svg(`<style>${style}</style>${inner}`))));
  const line = (attributes: string): string => `<line x2="10" ${attributes}/>`;
  it.each<readonly [string, string, string, readonly string[]]>([
    ['a class', '.off{display:none}', line('id="a" class="x off"') + line('id="b"'), ['b']],
    ['an id', '#a { visibility: hidden }', line('id="a"') + line('id="b"'), ['b']],
    ['an element', 'line{display:none}', line('id="a"') + '<path id="p" d="M0 0L1 1"/>', ['p']],
    [
      'a layer by its class',
      '.layer2{display:none}',
      `<g class="layer2">${line('id="a"')}</g>${line('id="b"')}`,
      ['b'],
    ],
    [
      'what is within',
      'g.guides line{display:none}',
      `<g class="guides"><g>${line('id="a"')}</g></g>${line('id="b"')}`,
      ['b'],
    ],
    [
      'what is directly within',
      'g.guides > line{display:none}',
      `<g class="guides"><g>${line('id="a"')}</g>${line('id="c"')}</g>`,
      ['a'],
    ],
    [
      'a list, with comments',
      '/* off */ .a, .b /* too */ {display:none}',
      line('class="a" id="1"') + line('class="b" id="2"') + line('id="3"'),
      ['3'],
    ],
    ['the stronger rule', '#a{display:inline} line{display:none}', line('id="a"') + line('id="b"'), ['a']],
    ['the later of two as strong', '.a{display:none} .b{display:inline}', line('id="l" class="a b"'), ['l']],
    ['what is important', '.a{display:none!important} #l{display:inline}', line('id="l" class="a"'), []],
    [
      'a style attribute over a rule',
      '.a{display:none}',
      line('id="l" class="a" style="display:inline"'),
      ['l'],
    ],
    ['a rule over a plain attribute', '.a{display:inline}', line('id="l" class="a" display="none"'), ['l']],
    [
      'hidden handed on, and shown again within',
      '.h{visibility:hidden}',
      `<g class="h">${line('id="a"')}${line('id="b" visibility="visible"')}</g>`,
      ['b'],
    ],
    [
      'nothing shown again under display none',
      '.h{display:none}',
      `<g class="h">${line('id="a" style="display:inline"')}</g>`,
      [],
    ],
    [
      'a sheet for print alone is none of the drawing’s',
      '@media print{line{display:none}}',
      line('id="a"'),
      ['a'],
    ],
    ['a sheet for screens is', '@media screen{#a{display:none}}', line('id="a"') + line('id="b"'), ['b']],
    ['rules of states are passed over', 'line:hover{display:none} [id]{display:none}', line('id="a"'), ['a']],
  ])('by %s', (_what, style, inner, expected) => {
    expect(shown(style, inner)).toEqual(expected);
  });
  it('in CDATA, and counted as not shown', () => {
    const read = readOf(
      readSvg(
        svg(
          `<defs><style type="text/css"><![CDATA[.off{display:none}]]></style></defs>${line('class="off"')}${line('id="b"')}`,
        ),
      ),
    );
    expect(names(read)).toEqual(['b']);
    expect(read.passedOver).toContainEqual({ what: 'element', why: 'the file does not show it', count: 1 });
  });
});

describe('what other programs write in SVG', () => {
  it.each([
    ['translate(10-20)', [10, 15, 20, 20]],
    ['matrix(1 0 0 1-3.5.5)', [-3.5, -5.5, 6.5, -0.5]],
    ['translate(1e1,.5) scale(2-1)', [10, -0.5, 30, 4.5]],
    ['rotate(90)translate(0 0)', [-5, -10, 0, 0]],
  ] as const)('the compact transform %s', (transform, expected) => {
    const box = boxOf(readOf(readSvg(svg(`<path d="M0 0L10 0 10 5" transform="${transform}"/>`))).curves);
    box.forEach((v, i) => expect(v).toBeCloseTo(expected[i]!, 9));
  });
  it('compact path data: numbers and arc flags run together', () => {
    const box = boxOf(readOf(readSvg(svg('<path d="M.5.5l1e1-.5.5.5a5 5 0 015 5z"/>'))).curves);
    expect([box[0], box[2]].map((v) => v!.toFixed(3))).toEqual(['0.500', '16.000']);
  });
  it.each([
    // A view of 100 × 50 on a page of 100 mm × 100 mm: by the smaller scale whole, by the larger cut off, or stretched.
    ['xMidYMid meet', 1, [0, 0]],
    ['xMinYMax slice', 2, [0, 0]],
    ['none', 1, [0, 2]],
    [undefined, 1, [0, 0]],
  ] as const)('a page with preserveAspectRatio %s', (aspect, mm, [, stretch]) => {
    const root = `width="100mm" height="100mm" viewBox="0 0 100 50"${aspect ? ` preserveAspectRatio="${aspect}"` : ''}`;
    const read = readOf(readSvg(svg('<rect width="100" height="50"/>', root)));
    expect(read.declared!.mm).toBeCloseTo(mm, 9);
    const box = boxOf(read.curves);
    expect(box[3]! - box[1]!).toBeCloseTo(stretch ? 100 : 50, 9);
  });
  it.each([
    ['xMinYMin slice', [0, -400, 200, 0]],
    ['xMaxYMax slice', [-100, -200, 100, 200]],
    ['xMidYMid slice', [-50, -300, 150, 100]],
  ] as const)('a drawing within a drawing, %s', (aspect, expected) => {
    const inner = `<svg width="100" height="200" viewBox="0 0 50 100" preserveAspectRatio="${aspect}"><rect width="50" height="100"/></svg>`;
    const wide = inner
      .replace('width="100" height="200"', 'width="100" height="200"')
      .replace('viewBox="0 0 50 100"', 'viewBox="0 0 50 50"')
      .replace('height="100"/>', 'height="50"/>');
    const box = boxOf(readOf(readSvg(svg(wide))).curves);
    // The square view fills 100 × 200 by its height: 4 to 1, 200 wide.
    const [minX, , maxX] = expected;
    expect(box[2]! - box[0]!).toBeCloseTo(200, 9);
    expect([box[0]!, box[2]!].map((v) => Math.round(v))).toEqual([minX, maxX]);
  });
  it('UTF-16 of both ends, with and without a mark, Latin letters of older programs, and packed files', () => {
    const text = svg('<path id="Körper" d="M0 0H10V10Z"/>');
    const utf16 = (mark: boolean, big: boolean): Uint8Array => {
      const units = [...(mark ? '\uFEFF' : ''), ...text].map((c) => c.charCodeAt(0));
      return new Uint8Array(units.flatMap((u) => (big ? [u >> 8, u & 255] : [u & 255, u >> 8])));
    };
    const latin = new Uint8Array([...text].map((c) => c.charCodeAt(0)));
    const bom = new Uint8Array([0xef, 0xbb, 0xbf, ...strToU8(text)]);
    for (const bytes of [
      strToU8(text),
      bom,
      utf16(true, false),
      utf16(true, true),
      utf16(false, false),
      utf16(false, true),
      latin,
      gzipSync(strToU8(text)),
    ]) {
      const file = drawingText(bytes);
      expect(file.ok && names(readOf(readDrawing(file.text)))).toEqual(['Körper']);
    }
  });
  it('packed files that lie about their size, are broken, or unpack to too much are refused', () => {
    const packed = gzipSync(strToU8(svg('<path d="M0 0H10V10Z"/>')));
    const lying = packed.slice();
    new DataView(lying.buffer).setUint32(lying.length - 4, 4_000_000_000, true);
    const broken = packed.slice(0, packed.length - 12);
    for (const bytes of [lying, broken, new Uint8Array([0x1f, 0x8b])])
      expect(drawingText(bytes)).toMatchObject({ ok: false, where: 'the file' });
  });
  it('clip paths and masks are reported before anything is brought in', () => {
    const read = readOf(
      readSvg(svg('<g clip-path="url(#c)"><line x2="5"/></g><line x2="5" style="mask:url(#m)"/>')),
    );
    expect(read.curves.length).toBe(2);
    expect(read.cautions.map((c) => c.why)).toEqual([
      expect.stringMatching(/clip path/),
      expect.stringMatching(/mask/),
    ]);
  });
});

describe('what other programs write in DXF', () => {
  it('one junk entity is left out and counted, with its line; the file is read', () => {
    const junk = [
      circle(5, 0),
      groups([0, 'ELLIPSE'], [10, 0], [20, 0], [11, 0], [21, 0], [40, 1]),
      groups([0, 'LWPOLYLINE'], [90, 3], [10, 0], [20, 0]),
      groups([0, 'ARC'], [10, 'x'], [20, 0], [40, 1], [50, 0], [51, 9]),
      groups([0, 'INSERT'], [2, 'NOTHERE'], [10, 0], [20, 0]),
      groups([0, 'LINE'], [10, 1], [20, 1], [11, 1], [21, 1]),
    ];
    const read = readOf(readDxf(dxf(circle(0, 10) + junk.join(''))));
    expect(read.curves.length).toBe(1);
    const told = read.passedOver.filter((p) => /it is broken \(line \d+: /.test(p.why));
    expect(told.map((p) => p.what)).toEqual(['CIRCLE', 'ELLIPSE', 'LWPOLYLINE', 'ARC', 'INSERT']);
  });
  it('a file of junk alone is refused with its first place', () => {
    expect(refused(readDxf(dxf(circle(5, 0)))).message).toMatch(/CIRCLE: its radius 0 is not over 0/);
  });
  it('layers that are not plotted, and definition points, are marked; lines at different heights are reported', () => {
    const layer = groups([0, 'LAYER'], [2, 'HELP'], [62, 7], [70, 0], [290, 0]);
    const lines =
      circle(0, 10) +
      circle(0, 20, 'HELP') +
      circle(0, 30, 'Defpoints') +
      groups([0, 'LINE'], [10, 0], [20, 0], [30, 0], [11, 5], [21, 0], [31, 3]) +
      groups([0, 'LINE'], [10, 0], [20, 9], [30, 7], [11, 5], [21, 9], [31, 7]) +
      groups([0, 'LINE'], [10, 0], [20, 8], [30, 2], [11, 5], [21, 8], [31, 2]);
    const read = readOf(readDxf(dxf(lines, layer)));
    expect(read.curves.map((c) => c.construction ?? false)).toEqual([false, true, true, false, false, false]);
    expect(read.cautions.map((c) => c.why)).toEqual([
      expect.stringMatching(/rises out of the plane/),
      expect.stringMatching(/different heights/),
    ]);
  });
  it('whatever rises says from where to where: polylines in space, splines', () => {
    const vertex = (x: number, z: number): string =>
      groups([0, 'VERTEX'], [10, x], [20, x * x], [30, z], [70, 32]);
    const polyline = (...z: readonly number[]): string =>
      groups([0, 'POLYLINE'], [66, 1], [70, 8]) +
      z.map((v, i) => vertex(i, v)).join('') +
      groups([0, 'SEQEND']);
    const cautions = (lines: string): readonly string[] =>
      readOf(readDxf(dxf(lines))).cautions.map((c) => `${c.what}: ${c.why}`);
    expect(cautions(polyline(-20, 0, 20, 5))).toEqual([
      expect.stringMatching(/^POLYLINE: it rises out of the plane, from −20 to 20:/),
    ]);
    expect(cautions(polyline(4, 4, 4))).toEqual([]);
    const spline = groups(
      ...[0, 0, 0, 0, 1, 1, 1, 1].map((k): [number, number] => [40, k]),
      ...[0, 1, 2, 3].flatMap((x): [number, number][] => [
        [10, x],
        [20, x * x],
        [30, x],
      ]),
    );
    expect(cautions(groups([0, 'SPLINE'], [71, 3]) + spline)).toEqual([
      expect.stringMatching(/^SPLINE: it rises out of the plane, from 0 to 3:/),
    ]);
  });
});

describe('work that would not end', () => {
  const doubling = (depth: number): string => {
    const block = (i: number): string =>
      groups([0, 'BLOCK'], [2, `B${i}`], [10, 0], [20, 0]) +
      (i === 0 ? circle(0, 1) : groups([0, 'INSERT'], [2, `B${i - 1}`], [10, 0], [20, 0]).repeat(2)) +
      groups([0, 'ENDBLK']);
    const blocks = Array.from({ length: depth }, (_, i) => block(i)).join('');
    return `0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n${dxf(groups([0, 'INSERT'], [2, `B${depth - 1}`], [10, 0], [20, 0]))}`;
  };
  it('blocks that double thirty times are given up, with the reason', () => {
    const start = performance.now();
    expect(refused(readDxf(doubling(30))).message).toMatch(/over \d+/);
    expect(performance.now() - start).toBeLessThan(10_000);
    expect(readDxf(doubling(8)).ok).toBe(true);
  });
  it('empty blocks that double too', () => {
    // On a slow machine the time runs out first: refused all the same, with the reason.
    expect(refused(readDxf(doubling(30).replace(circle(0, 1), ''))).message).toMatch(
      /over \d+ entities|takes over 2.5 s/,
    );
  });
  it('a text of 60 million characters, and arcs without end', () => {
    expect(refused(readDrawing('<svg>'.padEnd(60_000_000, ' '))).message).toMatch(
      /over 12 million characters/,
    );
    const arc = groups([0, 'ARC'], [10, 0], [20, 0], [40, 5], [50, 0], [51, 350]);
    expect(refused(readDxf(dxf(arc.repeat(MOST_PIECES / 2)))).message).toMatch(
      /over \d+ pieces|takes over 2.5 s/,
    );
    // Counted before they are read.
    expect(refused(readDxf(dxf(arc.repeat(MOST_ELEMENTS + 1)))).message).toMatch(/over 150000 elements/);
    expect(refused(readSvg(svg('<line x2="1"/>'.repeat(MOST_ELEMENTS + 1)))).message).toMatch(
      /over 150000 elements/,
    );
  });
  it('groups nested 5,000 deep, and a use that leads back to itself', () => {
    const deep = svg(`${'<g>'.repeat(5_000)}<line x2="1"/>${'</g>'.repeat(5_000)}`);
    expect(refused(readSvg(deep)).message).toMatch(/over 200 deep|too deep in one another/);
    expect(refused(readSvg(svg('<g id="a"><use href="#a"/></g><use href="#a"/>'))).message).toMatch(
      /leads back to itself|over 200 deep/,
    );
  });
  it('places out of all bounds are refused with their element', () => {
    expect(refused(readSvg(svg('<path id="p" d="M0 0L1e9 0 5 5z"/>')))).toMatchObject({
      where: '<path id="p">',
    });
    expect(
      refused(readSvg(svg('<path d="M0 0L9 0 5 5z" transform="scale(1e300) scale(1e300)"/>'))).message,
    ).toMatch(/a number or a transform is wrong/);
    expect(refused(readDxf(dxf(circle(1e12, 3)))).message).toMatch(/ten million units away/);
  });
  it('broken mark-up is reported in our words', () => {
    for (const text of [
      '<svg><g></svg>',
      '<svg a="1" a="2"></svg>',
      '<svg><path d="M0 0"',
      '<svg>&#0;<p></svg>',
      '<svg><1a/></svg>',
    ]) {
      const { message, where } = refused(readSvg(text));
      expect(where).toMatch(/^line \d+, column \d+$/);
      expect(message).toMatch(/^the file is no whole XML: [a-z ,]+\. Save it again where it was made$/);
    }
  });
  it('a clock ends what takes too long', () => {
    const look = startClock('to read it', 'do less', 5);
    expect(() => {
      for (;;) look();
    }).toThrow(Unreadable);
  });
});

describe('the lines of a drawing', () => {
  const chainsOf = (...paths: readonly (readonly [string, ReturnType<typeof rectPath>])[]) =>
    joinChains(
      paths.map(([name, pieces]) => ({ name, pieces, closed: true })),
      0.05,
    ).chains;
  const body = (grow: number) => rectPath(400 + 2 * grow, 300 + 2 * grow, 90 + grow);
  it('that are forty thousand are each told of within the time that reading may take', () => {
    const chains = Array.from({ length: 40_000 }, (_, i) => ({
      name: `p${i}`,
      closed: true,
      gap: 0,
      construction: false,
      layer: '',
      dashed: false,
      cut: null,
      pieces: rectPath(3 + (i % 300) / 300, 4, 0),
    }));
    expect(describeLines(chains, startClock('to describe them'))).toHaveLength(40_000);
  });
  it('two sides of one drawn stroke are recognised, and which is the other', () => {
    const lines = describeLines(chainsOf(['inner', body(0)], ['outer', body(1)], ['hole', circlePath(30)]));
    expect(lines.map((l) => l.chain.name)).toEqual(['outer', 'inner', 'hole']);
    expect(lines[1]!.twin).toMatchObject({ of: 0, apart: expect.closeTo(1, 1) as number });
    expect(lines[0]!.twin).toBeNull();
    expect(lines[2]!.twin).toBeNull();
    expect(describeLines(chainsOf(['inner', body(0)], ['outer', body(9)]))[1]!.twin).toBeNull();
  });
  it('a line that crosses itself, or another, is reported with the place', () => {
    const eight = (points: readonly (readonly [number, number])[]) =>
      polygonPath(points.map(([x, y]): Point => ({ x, y })));
    const [bow] = describeLines(
      chainsOf([
        'bow',
        eight([
          [0, 0],
          [100, 80],
          [100, 0],
          [0, 80],
        ]),
      ]),
    );
    expect(bow!.crosses).toMatchObject({
      other: null,
      at: { x: expect.closeTo(50, 3) as number, y: expect.closeTo(40, 3) as number },
    });
    const shifted = rectPath(100, 80, 0).map((c) => ({
      p0: { x: c.p0.x + 60, y: c.p0.y },
      p1: { x: c.p1.x + 60, y: c.p1.y },
      p2: { x: c.p2.x + 60, y: c.p2.y },
      p3: { x: c.p3.x + 60, y: c.p3.y },
    }));
    const both = describeLines(chainsOf(['a', rectPath(120, 90, 0)], ['b', shifted]));
    expect(both.map((l) => l.crosses?.other)).toEqual([1, 0]);
  });
  it('a sheet’s frame and lines on layers to draw by are put aside', () => {
    const frame = rectPath(420, 297, 0);
    const lines = describeLines(
      chainsOf(
        ['0', frame],
        ['body', rectPath(300, 200, 60)],
        ['0', circlePath(20)],
        ['CONSTRUCTION', circlePath(250)],
      ),
    );
    expect(lines.map((l) => [l.chain.name, l.aside])).toEqual([
      ['0', 'frame'],
      ['body', null],
      ['CONSTRUCTION', 'construction'],
      ['0', null],
    ]);
  });
  it('that cannot be an outline are refused at once, however they are taken', () => {
    const far = polygonPath([
      { x: 0, y: 0 },
      { x: 9_000_000, y: 0 },
      { x: 5, y: 5 },
    ]);
    expect(lineRefusal(far)).toMatch(/further than any body/);
    const hatch = polygonPath(Array.from({ length: 400 }, (_, i) => ({ x: i % 2 ? 900 : -900, y: i })));
    expect(lineRefusal(hatch)).toMatch(/over 50 m long/);
    expect(lineRefusal(body(0))).toBeNull();
  });
  it('fits end by the clock', () => {
    const busy = polygonPath(
      Array.from({ length: 3_000 }, (_, i) => ({
        x: 200 * Math.cos(i / 477) + (i % 7),
        y: 150 * Math.sin(i / 477) + (i % 5),
      })),
    );
    const short = (): (() => void) => startClock('to follow it so nearly', 'allow more', 50);
    expect(() => nodesWithin(busy, 0.02, undefined, short())).toThrow(/takes over 0.05 s: allow more/);
    const answer = ((): unknown => {
      try {
        return nodesAsDrawn(busy, short());
      } catch (error) {
        return error;
      }
    })();
    expect(answer === null || answer instanceof Unreadable || typeof answer === 'object').toBe(true);
  });
});
