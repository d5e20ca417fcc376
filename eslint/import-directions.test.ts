import { readdirSync, statSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
// @ts-expect-error a plain module without types
import { CORE_ORDER, refusal } from './import-directions.mjs';

const why = refusal as (file: string, specifier: string) => string | null;

describe('import directions', () => {
  it.each([
    ['core/src/outline/solve.ts', '../geometry/point.ts'],
    ['core/src/files/pdf.ts', '../templates/sheets.ts'],
    ['core/src/strings/strings.test.ts', '../files/csv.ts'],
    ['web/src/stages/outline/Outline.tsx', '../../board/Board.tsx'],
    ['web/src/app/routes.tsx', '../stages/all.ts'],
    ['server/src/app.ts', '@pelkin/core'],
  ])('lets %s import %s', (file, specifier) => expect(why(file, specifier)).toBeNull());
  it.each([
    ['core/src/geometry/point.ts', '../outline/solve.ts'],
    ['core/src/design/edits.ts', '../index.ts'],
    ['core/src/hull/hull.ts', '../geometry/point.ts'],
    ['web/src/stages/outline/Outline.tsx', '../strings/Strings.tsx'],
    ['web/src/shared/LengthField.tsx', '../design/store.ts'],
    ['web/src/board/Board.tsx', '../stages/outline/Outline.tsx'],
    ['web/src/app/main.tsx', '../../../core/src/index.ts'],
    ['web/src/app/Workplace.tsx', '../stages/outline/Outline.tsx'],
    ['web/src/app/HandOver.tsx', '../stages/templates/stage.tsx'],
    ['server/src/app.ts', '@pelkin/core/src/design/check.ts'],
  ])('refuses %s importing %s', (file, specifier) => expect(why(file, specifier)).toBeTruthy());
  it('knows every folder of the core', () => {
    const source = new URL('../core/src/', import.meta.url);
    for (const name of readdirSync(source))
      if (statSync(new URL(name, source)).isDirectory()) expect(CORE_ORDER).toContain(name);
  });
});
