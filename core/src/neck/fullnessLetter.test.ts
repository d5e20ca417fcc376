import { expect, test } from 'vitest';
import { fullnessLetter } from './fullnessLetter.ts';

test('Fullness has the letter that makers use for such a section', () => {
  expect([1, 1.3, 2, 2.6, 3.2, 4].map(fullnessLetter)).toEqual(['V', 'V', 'C', 'D', 'U', 'U']);
});
