// @vitest-environment jsdom
import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import type { DisplayUnit, Refusal } from '@pelkin/core';
import { LIMITS } from '@pelkin/core';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { CountField } from './CountField.tsx';
import { LengthField } from './LengthField.tsx';

beforeAll(() => {
  // What the interface library asks of a page and jsdom does not have.
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
  window.matchMedia ??= ((media: string) => ({
    matches: false,
    media,
    addEventListener() {},
    removeEventListener() {},
  })) as unknown as typeof window.matchMedia;
});
afterEach(cleanup);

type Taken = { mm: number; words: string | null; how: string };
const taken: Taken[] = [];
function Length({
  start,
  unit = 'mm',
  refuse,
}: {
  start: number;
  unit?: DisplayUnit;
  refuse?: (mm: number) => readonly Refusal[];
}) {
  const [value, setValue] = useState(start);
  const [typed, setTyped] = useState<string | undefined>();
  return (
    <LengthField
      label="Nut width"
      value={value}
      unit={unit}
      limit={LIMITS['strings.nutWidth']}
      typed={typed}
      onCommit={(mm, words, how) => {
        const refusals = refuse?.(mm) ?? [];
        if (refusals.length) return refusals;
        taken.push({ mm, words, how });
        setValue(mm);
        setTyped(words ?? undefined);
        return [];
      }}
    />
  );
}
const show = (element: React.ReactElement): HTMLInputElement => {
  taken.length = 0;
  render(<ChakraProvider value={defaultSystem}>{element}</ChakraProvider>);
  return screen.getByRole('textbox');
};
const write = (input: HTMLInputElement, text: string, leaveBy: 'Enter' | 'blur' = 'Enter'): void => {
  fireEvent.focus(input);
  fireEvent.change(input, { target: { value: text } });
  if (leaveBy === 'Enter') fireEvent.keyDown(input, { key: 'Enter' });
  else fireEvent.blur(input);
};

describe('a length field', () => {
  it.each([
    ['43.5', 43.5, null],
    ['43,5', 43.5, null],
    ['1 3/4', 44.45, '1 3/4'],
    ['4.3 cm', 43, '4.3 cm'],
    [' 1.7 in ', 43.18, '1.7 in'],
  ])('takes %s', (text, mm, words) => {
    const input = show(<Length start={42} />);
    write(input, text);
    expect(taken).toEqual([{ mm, words, how: 'typed' }]);
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('takes what was typed on leaving it, too', () => {
    write(show(<Length start={42} />), '45', 'blur');
    expect(taken[0]).toMatchObject({ mm: 45 });
  });
  it('shows the words again in which a length was typed, and takes them as no change', () => {
    const input = show(<Length start={42} />);
    write(input, '1 3/4 in');
    fireEvent.blur(input);
    expect(input.value).toBe('44.5');
    fireEvent.focus(input);
    expect(input.value).toBe('1 3/4 in');
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(taken.length).toBe(1);
  });
  it('forgets the words when something else has moved the value', () => {
    const input = show(
      <LengthField
        label="x"
        value={50}
        unit="mm"
        limit={LIMITS['outline.x']}
        typed="6 in"
        onCommit={() => []}
      />,
    );
    fireEvent.focus(input);
    expect(input.value).toBe('50');
  });
  it('keeps every digit of what it only shows rounded', () => {
    const input = show(<Length start={42.123456} />);
    expect(input.value).toBe('42.1');
    fireEvent.focus(input);
    expect(input.value).toBe('42.123456');
    fireEvent.blur(input);
    expect(taken).toEqual([]);
  });
  it.each([
    ['wide', /not a length that can be read/],
    ['9', /9\.0 mm is outside 10\.0 mm to 140\.0 mm/],
    ['', /Nothing was typed/],
  ])('refuses “%s” in words, and keeps what was typed for mending', (text, words) => {
    const input = show(<Length start={42} />);
    write(input, text);
    expect(screen.getByRole('alert').textContent).toMatch(words);
    expect(taken).toEqual([]);
    fireEvent.blur(input);
    expect(input.value).toBe(text);
    fireEvent.focus(input);
    fireEvent.keyDown(input, { key: 'Escape' });
    expect(input.value).toBe('42.0');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('tells what the design refuses', () => {
    const refuse = () => [
      {
        where: 'strings.nutWidth',
        message: 'nut width 20 mm is narrower than the 33 mm that the strings need',
      },
    ];
    write(show(<Length start={42} refuse={refuse} />), '20');
    expect(screen.getByRole('alert').textContent).toMatch(/narrower than the 33 mm/);
  });
  it('nudges by a tenth, by one with Shift, by a hundredth with Alt', () => {
    const input = show(<Length start={42} />);
    fireEvent.focus(input);
    fireEvent.keyDown(input, { key: 'ArrowUp' });
    fireEvent.keyDown(input, { key: 'ArrowUp', shiftKey: true });
    fireEvent.keyDown(input, { key: 'ArrowDown', altKey: true });
    expect(taken.map((t) => [t.mm, t.how])).toEqual([
      [42.1, 'nudged'],
      [43.1, 'nudged'],
      [43.09, 'nudged'],
    ]);
  });
  it('turns by the wheel only while it is typed in', () => {
    const input = show(<Length start={42} />);
    fireEvent.wheel(input, { deltaY: -100 });
    expect(taken).toEqual([]);
    input.focus();
    fireEvent.wheel(input, { deltaY: -100 });
    fireEvent.wheel(input, { deltaY: 100, shiftKey: true });
    expect(taken.map((t) => t.mm)).toEqual([42.1, 41.1]);
  });
  it('tells its range, and what it is measured from, while it is typed in', () => {
    const input = show(<Length start={42} />);
    expect(screen.queryByText(/10 mm to 140 mm/)).toBeNull();
    fireEvent.focus(input);
    expect(screen.getByText(/10 mm to 140 mm, edge to edge of the board at the nut/)).toBeTruthy();
  });
  it('shows inch fractions with their remainder', () => {
    expect(show(<Length start={43} unit="in-fraction" />).value).toBe('1 11/16 + 0.14 mm');
  });
});

describe('a count field', () => {
  function Count() {
    const [value, setValue] = useState(6);
    return (
      <CountField
        label="Strings"
        value={value}
        limit={LIMITS['strings.count']}
        onCommit={(n) => {
          setValue(n);
          taken.push({ mm: n, words: null, how: 'typed' });
          return [];
        }}
      />
    );
  }
  it('takes whole numbers within its range, by typing and by arrows', () => {
    const input = show(<Count />);
    write(input, '7');
    fireEvent.keyDown(input, { key: 'ArrowUp' });
    expect(taken.map((t) => t.mm)).toEqual([7, 8]);
    expect(input.value).toBe('8');
  });
  it.each(['0', '19', '6.5', 'six', '-4', '1e1', '99999999999'])('refuses %s', (text) => {
    const input = show(<Count />);
    write(input, text);
    expect(screen.getByRole('alert').textContent).toMatch(/whole number from 1 to 18/);
    expect(taken).toEqual([]);
    fireEvent.keyDown(input, { key: 'Escape' });
    expect(input.value).toBe('6');
  });
});
