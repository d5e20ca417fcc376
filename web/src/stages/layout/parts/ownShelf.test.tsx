// @vitest-environment jsdom
import { ChakraProvider, defaultSystem } from '@chakra-ui/react';
import type { PartSpec } from '@pelkin/core';
import { SHELF, specOf } from '@pelkin/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { KeptPart } from '../../../design/api.ts';
import { ApiError, api } from '../../../design/api.ts';
import { useChosenInLayout } from '../chosen.ts';
import { KeepPart } from './KeepPart.tsx';
import { OwnShelf } from './OwnShelf.tsx';

beforeAll(() => {
  window.matchMedia ??= ((media: string) => ({
    matches: false,
    media,
    addEventListener() {},
    removeEventListener() {},
  })) as unknown as typeof window.matchMedia;
});

const spec: PartSpec = { ...specOf(SHELF.find((p) => p.key === 'knob')!), name: 'Our knob' };
let kept: KeptPart[] = [];
const shown = (children: ReactNode) =>
  render(
    <ChakraProvider value={defaultSystem}>
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        {children}
      </QueryClientProvider>
    </ChakraProvider>,
  );
const button = (name: string | RegExp) => screen.getByRole('button', { name });

beforeEach(() => {
  kept = [];
  vi.spyOn(api, 'parts').mockImplementation(() => Promise.resolve({ parts: kept }));
  vi.spyOn(api, 'keepPart').mockImplementation((part, replace) => {
    if (kept.some((k) => k.part.name === part.name) && !replace)
      return Promise.reject(new ApiError(409, 'part-kept-already', 'that name is kept already'));
    kept = [{ id: 'k1', updatedAt: '', part }];
    return Promise.resolve(kept[0]!);
  });
  vi.spyOn(api, 'dropPart').mockImplementation((id) => {
    kept = kept.filter((k) => k.id !== id);
    return Promise.resolve(null);
  });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  useChosenInLayout.getState().carry(null);
});

describe('the shelf of one’s own parts', () => {
  it('says what to do while it is empty', async () => {
    shown(<OwnShelf />);
    expect(await screen.findByText(/Nothing yet\. Place a part/)).toBeTruthy();
  });
  it('shows a part that was kept as soon as it is, with what of it nobody measured', async () => {
    shown(
      <>
        <KeepPart spec={spec} />
        <OwnShelf />
      </>,
    );
    await screen.findByText(/Nothing yet/);
    fireEvent.click(button('Keep on the shelf'));
    expect(await screen.findByText('“Our knob” is on your own shelf.')).toBeTruthy();
    expect(await screen.findByRole('button', { name: 'Our knob' })).toBeTruthy();
    expect(screen.getByText(`▲ ${spec.assumed.length}`)).toBeTruthy();
  });
  it('asks before it replaces', async () => {
    kept = [{ id: 'k1', updatedAt: '', part: spec }];
    shown(<KeepPart spec={{ ...spec, assumed: [] }} />);
    expect(screen.queryByRole('button', { name: 'Replace it' })).toBeNull();
    fireEvent.click(button('Keep on the shelf'));
    fireEvent.click(await screen.findByRole('button', { name: 'Replace it' }));
    expect(await screen.findByRole('status')).toBeTruthy();
    expect(api.keepPart).toHaveBeenLastCalledWith({ ...spec, assumed: [] }, true);
    expect(kept[0]!.part.assumed).toEqual([]);
  });
  it('is carried to the board by a press, and comes off by its own', async () => {
    kept = [{ id: 'k1', updatedAt: '', part: spec }];
    shown(<OwnShelf />);
    fireEvent.pointerDown(await screen.findByRole('button', { name: 'Our knob' }), { button: 0 });
    expect(useChosenInLayout.getState().carried).toEqual({ spec, face: 'front' });
    fireEvent.click(button('Remove Our knob from the shelf'));
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Our knob' })).toBeNull());
  });
  it('tells a server that is away, and that it was not taken off', async () => {
    kept = [{ id: 'k1', updatedAt: '', part: spec }];
    vi.mocked(api.dropPart).mockRejectedValue(new ApiError(0, 'server-away', 'the server cannot be reached'));
    shown(<OwnShelf />);
    await screen.findByRole('button', { name: 'Our knob' });
    fireEvent.click(button('Remove Our knob from the shelf'));
    expect((await screen.findByRole('alert')).textContent).toBe('The server cannot be reached.');
    expect(screen.getByRole('button', { name: 'Our knob' })).toBeTruthy();
  });
  it('tells when it cannot be fetched at all', async () => {
    vi.mocked(api.parts).mockRejectedValue(new ApiError(0, 'server-away', 'the server cannot be reached'));
    shown(<OwnShelf />);
    expect((await screen.findByRole('alert')).textContent).toMatch(/cannot be reached.*comes back/);
  });
});
