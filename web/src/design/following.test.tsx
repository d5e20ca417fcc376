// @vitest-environment jsdom
import { edits, newDesign } from '@pelkin/core';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Following } from './Following.tsx';
import { useDesign, useDesignStore } from './store.ts';

const { getState } = useDesignStore;
const widen = (mm: number) =>
  act(() => void getState().edit('thicker', (d) => edits.setThickness(d, mm), 'drag 1'));
const drag = (on: boolean) => act(() => getState().setDragging(on));
const drawn = vi.fn();
function Thickness({ name }: { name: string }) {
  drawn();
  return <p data-testid={name}>{useDesign().body.thickness}</p>;
}
const shown = (name: string) => Number(screen.getByTestId(name).textContent);

describe('what follows a drag', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    act(() => getState().open('one', newDesign('Followed', 6, 640)));
    drawn.mockClear();
  });
  afterEach(() => {
    cleanup();
    act(() => getState().close());
    vi.useRealTimers();
  });

  it('stands at once where it was typed', () => {
    render(
      <Following>
        <Thickness name="figure" />
      </Following>,
    );
    widen(41);
    expect(shown('figure')).toBe(41);
    act(() => getState().undo());
    expect(shown('figure')).toBe(newDesign('Followed').body.thickness);
  });
  it('falls behind a drag and is drawn a few times only, what follows closely is drawn with every step', () => {
    render(
      <>
        <Following>
          <Thickness name="figure" />
        </Following>
        <Following closely>
          <Thickness name="close" />
        </Following>
      </>,
    );
    drag(true);
    const before = shown('figure');
    for (let mm = 41; mm <= 60; mm += 1) {
      widen(mm);
      expect(shown('close')).toBe(mm);
      expect(shown('figure')).toBe(before);
    }
    act(() => void vi.advanceTimersByTime(150));
    expect(shown('figure')).toBe(60);
  });
  it('costs a drag no drawing of its own between the times that it is reported', () => {
    render(
      <Following>
        <Thickness name="figure" />
      </Following>,
    );
    drag(true);
    drawn.mockClear();
    for (let mm = 41; mm <= 60; mm += 1) widen(mm);
    expect(drawn).not.toHaveBeenCalled();
  });
  it('is up to date the moment the hand lets go', () => {
    render(
      <Following>
        <Thickness name="figure" />
      </Following>,
    );
    drag(true);
    widen(48);
    drag(false);
    expect(shown('figure')).toBe(48);
  });
});
