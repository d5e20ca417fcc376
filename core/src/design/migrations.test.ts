import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkDesign } from './check.ts';
import { migrate } from './migrate.ts';
import { MIGRATIONS } from './migrations.ts';
import { plainDrill } from './sections/drill.ts';
import { plainPlayer } from './sections/player.ts';
import { plainWeight } from './sections/weight.ts';
import { DESIGN_VERSION } from './version.ts';

/** A document as it was kept when its version was the newest. */
const kept = (version: number): unknown =>
  JSON.parse(readFileSync(new URL(`../../tests/designs/version-${version}.json`, import.meta.url), 'utf8'));

/** What comes of each kept document at each later version: the first figures of the SHA-256 of its JSON text. */
const FROZEN: Readonly<Record<number, Readonly<Record<number, string>>>> = {
  1: {
    2: '1a6f827aec0f5b7a',
    3: 'dba60e3d53100696',
    4: 'ef980e21efe71c5c',
    5: 'accb920eec6c4ee4',
    6: '829f727f7d1e76c7',
    7: '422b90fc5928068d',
    8: 'a02d5f384864164b',
    9: '3bbe0c4a8c429e1f',
    10: '789425b6dc542838',
    11: 'c4708aca52737c71',
    12: '2713cca9cb424504',
  },
  2: {
    3: '151eb2866ea877c8',
    4: 'ccadbb0e76ea9127',
    5: '5cdfbf8dd7b2e163',
    6: '92ecf79a614b5963',
    7: '5752f7a412c55e14',
    8: '7170faa07bf4d97f',
    9: '1f3f1e842dac553c',
    10: '6e6eca28383a9472',
    11: '053dccf753e6ceb5',
    12: 'aae1c08acfdbe664',
  },
  3: {
    4: '1e914fa126c40e9c',
    5: '5408f7e6c0a032df',
    6: '71f8d382fd9ed5a2',
    7: 'a350cee8fd0852cb',
    8: '53e213b238a75fc7',
    9: 'af6c223c737d740e',
    10: '6ed2f974586ac1ac',
    11: 'aef9a278d210c91d',
    12: '4a281ea38f466027',
  },
  4: {
    5: '41145bd1b1b75d71',
    6: 'fe64cbff2b537560',
    7: '75efab88840dbf87',
    8: '6ff9c9e18b608058',
    9: 'cca8c9344b0c3e34',
    10: '1f5db28b535c989e',
    11: 'b105af5cb4d0b9f7',
    12: '8ce6c0db0e15f4da',
  },
  5: {
    6: '5159e789e8ce9ffe',
    7: 'e683508e8f7c6a2c',
    8: '1a030335eff8d995',
    9: '09d3366ef126b5b2',
    10: '38a21de4c315c3af',
    11: '87b4e5f3501feb65',
    12: 'bfa8b4831a2fe3fd',
  },
  6: {
    7: 'f8a7314670ff1ed9',
    8: '01c35c435c3a0c34',
    9: '94eb458ad15e0542',
    10: '4666a60233040379',
    11: 'e57f744fa9aae89d',
    12: '1bb69297baa7e009',
  },
  7: {
    8: 'c43ef6b6acd749c2',
    9: '74647927642ac057',
    10: '1425a57c96ce3e9e',
    11: '85fd920ed8ca2eb4',
    12: '3353112d138f567d',
  },
  8: { 9: 'c80c3024b619df28', 10: '813cc1ce794c6236', 11: '189d75de51b1c1ec', 12: 'cf99a449d24369d3' },
  9: { 10: '27c5f927419a0e72', 11: 'd17c84937574650d', 12: 'b637b98630c054a4' },
  10: { 11: 'b13d6a0de70b4d62', 12: '08febcf377ea2f8c' },
  11: { 12: '2175d8301b11033c' },
};

const VERSIONS = Array.from({ length: DESIGN_VERSION - 1 }, (_, i) => i + 1);

describe.each(VERSIONS)('a design kept by version %i', (version) => {
  it('opens, with its own numbers, and says that it is of this version', () => {
    const checked = checkDesign(kept(version));
    expect(checked).toMatchObject({
      ok: true,
      design: { version: DESIGN_VERSION, name: 'Windrow', strings: { scaleLength: 628, count: 6 } },
    });
    const old = kept(version) as { outline: { nodes: unknown[] } };
    if (checked.ok) expect(checked.design.outline.nodes).toMatchObject(old.outline.nodes);
  });
  it('becomes just what it became when the next version was new', () => {
    for (let target = version + 1; target <= DESIGN_VERSION; target += 1) {
      const there = migrate(kept(version), MIGRATIONS, target);
      if (!there.ok) throw new Error(there.message);
      const hash = createHash('sha256').update(JSON.stringify(there.document)).digest('hex').slice(0, 16);
      expect([target, hash]).toEqual([target, FROZEN[version]?.[target]]);
    }
  });
});

it('the marks of the stages and the cameras of pictures come with version 6', () => {
  const five = kept(5) as Record<string, unknown>;
  const there = migrate({ ...five, underlays: [{ id: 'u1' }], progress: { strings: 'settled', later: 7 } });
  expect(there).toMatchObject({
    ok: true,
    document: {
      underlays: [{ id: 'u1', focal: null, camera: null }],
      progress: { strings: 'done', later: 7 },
    },
  });
});

it('lines, screws of their own and artwork come with version 7', () => {
  const six = kept(6) as Record<string, unknown>;
  const there = migrate(six, MIGRATIONS, 7);
  expect(there).toMatchObject({
    ok: true,
    document: {
      lines: [],
      underlays: [{ artwork: null }],
      guards: [{ screws: null }],
      neck: { screws: { head: 'raised', headAcross: 8.5, own: [] } },
      print: { without: [], show: { guards: false, guides: true, seams: true, outline: true } },
    },
  });
});

it('woods, weights and the player come with version 11; a glued-on front’s wood is named with the others', () => {
  const ten = kept(10) as { body: object };
  const body = { ...ten.body, gluedFront: { thickness: 8, wood: 'Spruce' } };
  const there = migrate({ ...ten, body }, MIGRATIONS, 11);
  if (!there.ok) throw new Error(there.message);
  const checked = checkDesign(there.document);
  if (!checked.ok) throw new Error(JSON.stringify(checked));
  const { weight, player, drill } = checked.design;
  expect(checked.design.body.gluedFront).toEqual({ thickness: 8 });
  expect(weight.woods.front.name).toBe('Spruce');
  expect({
    weight: { ...weight, woods: { ...weight.woods, front: plainWeight().woods.front } },
    player,
    drill,
  }).toEqual({
    weight: plainWeight(),
    player: plainPlayer(),
    drill: plainDrill(),
  });
});

it('a plain neck, as wide as its nut, comes with version 10', () => {
  const there = migrate(kept(9), MIGRATIONS, 10);
  if (!there.ok) throw new Error(there.message);
  const checked = checkDesign(there.document);
  if (!checked.ok) throw new Error(JSON.stringify(checked));
  const { shaft, headstock, strings, progress } = checked.design;
  expect(shaft).toMatchObject({ atFret1: 20.5, rod: { depth: 9.5 } });
  expect(headstock.tuners).toEqual([]);
  expect(headstock.outline.nodes[0]).toMatchObject({ x: 0, y: strings.nutWidth / 2, kind: 'corner' });
  expect(progress).not.toHaveProperty('neck');
});

it('the estimate of what was weighed, and what was typed of the player, come with version 12', () => {
  const eleven = kept(11) as { weight: object; player: object };
  const there = migrate(
    {
      ...eleven,
      weight: { ...eleven.weight, weighed: [{ of: 'body', mass: 2100, at: null }] },
      player: { ...eleven.player, hand: 200 },
    },
    MIGRATIONS,
    12,
  );
  if (!there.ok) throw new Error(there.message);
  const checked = checkDesign(there.document);
  if (!checked.ok) throw new Error(JSON.stringify(checked));
  expect(checked.design.weight.weighed).toEqual([{ of: 'body', mass: 2100, at: null, estimate: null }]);
  expect(checked.design.player.measured).toEqual(['hand']);
});

it('the page on the design file names this version, and the ones before it', () => {
  const page = readFileSync(new URL('../../../docs/file-format.md', import.meta.url), 'utf8');
  expect(page).toContain(`\`"pelkin-design"\`, \`${DESIGN_VERSION}\``);
  expect(page).toContain(`versions 1 to ${DESIGN_VERSION - 1} brought up to date`);
});
