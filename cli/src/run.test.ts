import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkDesign } from '@pelkin/core';
import { afterAll, describe, expect, it } from 'vitest';
import { run } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'pelkin-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));
const demo = (name: string): string => new URL(`../../demo/${name}.json`, import.meta.url).pathname;
const at = (name: string): string => join(folder, name);
const put = (name: string, content: unknown): string => {
  writeFileSync(at(name), typeof content === 'string' ? content : JSON.stringify(content));
  return at(name);
};

async function pelkin(...args: string[]) {
  const out: string[] = [];
  const err: string[] = [];
  const exit = await run(args, {
    out: (c) => void out.push(typeof c === 'string' ? c : `${c.length} bytes`),
    err: (t) => void err.push(t),
  });
  return { exit, out: out.join(''), err: err.join('') };
}

interface Button {
  readonly pullFromAxis: number;
  readonly fibres: number;
  readonly drill: { readonly before: number; readonly after: number };
  readonly hole: { readonly openings: readonly unknown[] };
}
interface Buttons {
  readonly balance: { readonly strapButtons: { readonly horn: Button; readonly tail: Button } };
}

describe('check', () => {
  it.each(['windrow', 'skerry', 'fathom'])('tells what follows from %s and exits with 0', async (name) => {
    const { exit, out, err } = await pelkin('check', demo(name));
    expect([exit, err]).toEqual([0, '']);
    const report = JSON.parse(out) as {
      format: string;
      units: object;
      outline: { length: number };
      findings: unknown[];
    };
    expect(report).toMatchObject({
      neck: { blank: { width: expect.any(Number) } },
    });
    expect(report).toMatchObject({ format: 'pelkin-report', units: { length: 'mm' } });
    expect(report.outline.length).toBeGreaterThan(400);
    // Both strap buttons: pulled across their axis, bored to the floor before and after the neck is on.
    const bored = { drill: { bitShort: 0 }, hole: { pilot: 2.9 } };
    expect(report).toMatchObject({ balance: { strapButtons: { horn: bored, tail: bored } } });
    const { horn, tail } = (report as unknown as Buttons).balance.strapButtons;
    for (const { pullFromAxis, fibres, drill, hole } of [horn, tail]) {
      expect(pullFromAxis).toBeGreaterThan(15);
      expect(fibres).toBeGreaterThan(45);
      expect(drill.after).toBeLessThanOrEqual(drill.before);
      expect(hole.openings.length).toBeGreaterThan(1);
    }
  });
  it('exits with 4 and says why where something must stop the work', async () => {
    const design = JSON.parse(readFileSync(demo('windrow'), 'utf8')) as {
      outline: { nodes: { x: number }[] };
    };
    for (const n of design.outline.nodes) n.x += 170;
    const { exit, out, err } = await pelkin('check', put('stop.json', design));
    expect(exit).toBe(4);
    expect(err).toMatch(/^stop: The body ends too near behind the bridge/m);
    expect(JSON.parse(out)).toHaveProperty('findings');
  });
});

describe('export', () => {
  it('writes each format, each read by another program', async () => {
    for (const format of ['pdf', 'svg', 'dxf', 'csv', 'json']) {
      const { exit, err } = await pelkin(
        'export',
        demo('windrow'),
        '--as',
        format,
        '--out',
        at(`w.${format}`),
      );
      expect([exit, err.startsWith(format.toUpperCase())]).toEqual([0, true]);
    }
    expect(execFileSync('pdfinfo', [at('w.pdf')], { encoding: 'utf8' })).toMatch(/Pages:\s+7/);
    expect(readFileSync(at('w.svg'), 'utf8')).toContain('Units: millimetres');
    expect(readFileSync(at('w.dxf'), 'utf8')).toContain('largest deviation');
    expect(readFileSync(at('w.csv'), 'utf8').split('\r\n')).toHaveLength(25);
    expect(checkDesign(JSON.parse(readFileSync(at('w.json'), 'utf8')))).toMatchObject({ ok: true });
    // Nothing half-written is left beside them.
    expect(readdirSync(folder).filter((f) => f.endsWith('.part'))).toEqual([]);
  });
  it('takes its options, the hand among them', async () => {
    const text = async (...more: string[]) =>
      (await pelkin('export', demo('windrow'), '--out', '-', ...more)).out;
    expect(await text('--as', 'csv', '--table', 'saddles')).toContain('compensation (mm)');
    expect(await text('--as', 'dxf', '--curves', 'splines')).toContain('SPLINE');
    const saw = await text('--as', 'svg', '--layers', 'outline', '--saw-line', '4');
    expect(saw).toContain('id="saw-line"');
    expect(saw).not.toContain('id="centre-line"');
    const x = (svg: string): number => Number(/id="outline" d="M(-?[\d.]+)/.exec(svg)![1]);
    expect(x(await text('--as', 'svg', '--hand', 'left'))).toBeCloseTo(-x(await text('--as', 'svg')), 6);
  });
});

describe('new', () => {
  const measures = { format: 'pelkin-measures', version: 1, name: 'From a file', family: 'rounded' };
  it('begins a design from measures in any unit; what is left out is the family’s own', async () => {
    const file = put('m.json', {
      ...measures,
      strings: { count: 7, scaleLength: '26 in' },
      measures: { lowerBout: '12 3/4 in', waist: 224 },
    });
    const { exit } = await pelkin('new', '--from', file, '--out', at('made.json'));
    expect(exit).toBe(0);
    const report = JSON.parse((await pelkin('check', at('made.json'))).out) as {
      outline: Record<string, number>;
    };
    expect(report.outline.lowerBout).toBeCloseTo(323.85, 0);
    expect(report.outline.waist).toBeCloseTo(224, 0);
  });
  it.each([
    [{ ...measures, measures: { waist: 400 } }, /measures\.waist.*waist lies between wider bouts/],
    [
      { ...measures, measures: { hornReachBass: 90 } },
      /measures\.hornReachBass: a body of the family rounded has no such measure/,
    ],
    [{ ...measures, family: 'star' }, /family: the family is one of/],
    [
      { ...measures, measures: { waist: 'wide' } },
      /measures\.waist: a length is a number of millimetres, or words/,
    ],
    [{ ...measures, format: 'other' }, /“format” must be “pelkin-measures”/],
    ['{', /not JSON/],
  ])('refuses %j in words', async (content, words) => {
    const { exit, err, out } = await pelkin(
      'new',
      '--from',
      put('bad.json', content),
      '--out',
      at('never.json'),
    );
    expect([exit, out]).toEqual([1, '']);
    expect(err).toMatch(words);
    expect(existsSync(at('never.json'))).toBe(false);
  });
});

describe('schema', () => {
  it('is JSON Schema that names every section', async () => {
    const { exit, out } = await pelkin('schema');
    const schema = JSON.parse(out) as { properties: object; required: string[] };
    expect(exit).toBe(0);
    expect(schema.required).toEqual(
      expect.arrayContaining(['format', 'version', 'strings', 'outline', 'print', 'findings']),
    );
  });
});

describe('wrong use', () => {
  it.each([
    [[], 2, /say what to do/],
    [['frob'], 2, /no command “frob”/],
    [['check'], 2, /takes one design file/],
    [['check', 'a', 'b'], 2, /takes one design file/],
    [['schema', 'a'], 2, /takes no file/],
    [['export', 'a.json', '--as', 'gcode', '--out', '-'], 3, /cannot be read/],
    [['export', demo('windrow'), '--as', 'gcode', '--out', '-'], 2, /one of pdf, svg/],
    [['export', demo('windrow'), '--as', 'svg'], 2, /needs --out/],
    [
      ['export', demo('windrow'), '--as', 'dxf', '--curves', 'wavy', '--out', '-'],
      2,
      /--curves is one of arcs/,
    ],
    [['export', demo('windrow'), '--as', 'pdf', '--paper', 'A9', '--out', '-'], 2, /paper must be A4/],
    [
      ['export', demo('windrow'), '--as', 'svg', '--saw-line', 'x', '--out', '-'],
      2,
      /cut line off the edge must be a number/,
    ],
    [
      ['export', demo('windrow'), '--as', 'svg', '--out', '/nowhere/at/all.svg'],
      3,
      /cannot be written: there is no such file or folder/,
    ],
    [['check', demo('windrow'), '--as', 'pdf'], 2, /has no option --as/],
    [['check', demo('windrow'), '--frob'], 2, /Unknown option/],
    [['new'], 2, /needs --from/],
  ])('%j exits with %i', async (args, exit, words) => {
    const told = await pelkin(...args);
    expect(told.exit).toBe(exit);
    expect(told.err).toMatch(words);
  });
  it('--help tells the commands', async () => {
    const { exit, out } = await pelkin('--help');
    expect(exit).toBe(0);
    for (const c of ['check', 'export', 'new', 'schema']) expect(out).toContain(`pelkin ${c}`);
  });
  it('refuses a file that is no design, with the place', async () => {
    const design = JSON.parse(readFileSync(demo('windrow'), 'utf8')) as { strings: { nutWidth: number } };
    design.strings.nutWidth = 2;
    const { exit, err } = await pelkin('check', put('narrow.json', design));
    expect(exit).toBe(1);
    expect(err).toMatch(/narrow\.json: strings\.nutWidth: nut width 2 mm is under the least/);
  });
});

describe('through npm', () => {
  it('takes files from where it was typed, and exits as the command does', () => {
    writeFileSync(at('here.json'), readFileSync(demo('skerry')));
    const root = new URL('../..', import.meta.url).pathname;
    const npm = (...args: string[]): string =>
      execFileSync('npm', ['run', '-s', '--prefix', root, 'pelkin', '--', ...args], {
        cwd: folder,
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'ignore'],
      });
    expect(npm('check', 'here.json')).toContain('"name": "Skerry"');
    expect(() => npm('check', 'not-here.json')).toThrow(expect.objectContaining({ status: 3 }) as Error);
  });
});
