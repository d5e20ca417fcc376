import { readFileSync, readdirSync, statSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const SRC = new URL('../', import.meta.url);
const filesUnder = (folder: URL): readonly URL[] =>
  readdirSync(folder).flatMap((name) => {
    const at = new URL(name, folder);
    return statSync(at).isDirectory() ? filesUnder(new URL(`${name}/`, folder)) : [at];
  });
const ROOMS = [
  'app',
  'board',
  'designs',
  'nodes',
  'solids',
  'woods',
  'stages/strings',
  'stages/outline',
  'stages/neck',
  'stages/layout',
  'stages/balance',
  'stages/templates',
];

describe('labels', () => {
  it.each(ROOMS)('of %s are each used, and none is empty', async (room) => {
    const folder = new URL(`${room}/`, SRC);
    const { WORDS } = (await import(new URL('words.ts', folder).href)) as {
      WORDS: Readonly<Record<string, string>>;
    };
    const code = filesUnder(folder)
      .filter((f) => /\.tsx?$/.test(f.pathname) && !f.pathname.endsWith('/words.ts'))
      .map((f) => readFileSync(f, 'utf8'))
      .join('\n');
    for (const [key, words] of Object.entries(WORDS)) {
      expect(words.trim().length, key).toBeGreaterThan(0);
      expect(new RegExp(`WORDS\\.${key}\\b`).test(code), `${room}: ${key} is not used`).toBe(true);
    }
  });
});
