import type { Design, PartSpec, Refusal } from '@pelkin/core';
import { MOST_OPERATIONS, patchOf } from '@pelkin/core';

export interface DesignSummary {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly shown: {
    readonly path: string;
    readonly viewBox: string;
    /** Fingerboard, strings and hardware, as path data. */
    readonly lines: {
      readonly headstock: string;
      readonly tuners: string;
      readonly board: string;
      readonly strings: string;
      readonly hardware: string;
    };
    readonly strings: number;
    readonly scaleLength: number;
    readonly units: Design['units'];
  } | null;
}

/** Which designs the list shows, and in what order. */
export interface ListWanted {
  readonly archived: boolean;
  readonly search: string;
  readonly sorting: 'changed' | 'name' | 'scale' | 'strings';
}
export interface ListedDesigns {
  readonly designs: readonly DesignSummary[];
  /** How many there are on all pages. */
  readonly total: number;
}
export const LISTED_AT_ONCE = 60;
/** The most that the server lists at once. */
export const MOST_LISTED = 200;

export interface StoredDesign {
  readonly id: string;
  readonly revision: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  /** The save that made this state. */
  readonly saveId: string;
  /** The database’s lineage: another one means that it was restored from a backup. */
  readonly lineage: string;
  /** The number of the frozen revision that is this state; null where it is not frozen. */
  readonly frozen: number | null;
  readonly design: unknown;
}

/** A refusal of the server, or that it cannot be reached (status 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details?: unknown,
    /** The request’s number in the server’s log; null where no server answered. */
    readonly request: string | null = null,
    /** How long the server asks to be left alone, ms; null where it does not say. */
    readonly after: number | null = null,
  ) {
    super(message);
  }
}

/** A Retry-After header, seconds, in ms. */
const waitOf = (header: string | null): number | null =>
  header !== null && /^\d{1,4}$/.test(header) ? Number(header) * 1_000 : null;

/** A server that has not answered by then is taken to be away. */
const ANSWER_WITHIN_MS = 12_000;

/** A body that is JSON text already. */
class JsonText {
  constructor(readonly text: string) {}
}

const bodyOf = (body: unknown): { body?: BodyInit; headers?: Record<string, string> } => {
  if (body === undefined) return {};
  if (body instanceof Blob) return { body, headers: { 'content-type': body.type } };
  const text = body instanceof JsonText ? body.text : JSON.stringify(body);
  return { body: text, headers: { 'content-type': 'application/json' } };
};

async function call<T>(method: string, path: string, body?: unknown, within = ANSWER_WITHIN_MS): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      ...bodyOf(body),
      signal: AbortSignal.timeout(within),
    });
  } catch {
    throw new ApiError(0, 'server-away', 'the server cannot be reached');
  }
  const text = await response.text();
  let answer: unknown = null;
  try {
    answer = text === '' ? null : JSON.parse(text);
  } catch {
    throw new ApiError(response.status || 500, 'unreadable', 'the server’s answer cannot be read');
  }
  if (response.ok) return answer as T;
  const { error } = (answer ?? {}) as {
    error?: { code: string; message: string; details?: unknown; request?: string };
  };
  throw new ApiError(
    response.status,
    error?.code ?? 'failed',
    error?.message ?? `the server answered ${response.status}`,
    error?.details,
    error?.request ?? null,
    waitOf(response.headers.get('retry-after')),
  );
}

/** A frozen copy of a design, by the revision it was made at. */
export interface FrozenSummary {
  readonly number: number;
  readonly name: string;
  readonly createdAt: string;
}

/** A state that the server kept by itself. `stage`: the stage marked done with it; null for the last state of a day. */
export interface RestorePoint {
  readonly id: string;
  readonly stage: string | null;
  readonly savedAt: string;
}

export interface KeptPicture {
  readonly id: string;
  readonly mime: string;
  readonly width: number;
  readonly height: number;
}

/** A part of the workshop’s own, on its shelf. */
export interface KeptPart {
  readonly id: string;
  readonly updatedAt: string;
  readonly part: PartSpec;
}

/** A design's new number at the server, and when it was given. */
interface Saved {
  readonly revision: number;
  readonly updatedAt: string;
}
/** Changes shorter than this are sent without writing the whole out to compare, characters. */
const SMALL_PATCH = 4_000;

/** Pictures may be large and the way to the server slow. */
const PICTURE_WITHIN_MS = 120_000;

export const api = {
  keepPicture: (picture: Blob) => call<KeptPicture>('POST', '/api/pictures', picture, PICTURE_WITHIN_MS),
  parts: () => call<{ parts: readonly KeptPart[] }>('GET', '/api/parts'),
  keepPart: (part: PartSpec, replace: boolean) => call<KeptPart>('POST', '/api/parts', { part, replace }),
  dropPart: (id: string) => call<null>('DELETE', `/api/parts/${id}`),
  workshops: () => call<{ workshops: readonly { id: string; name: string }[] }>('GET', '/api/workshops'),
  /** One page of the list, from `offset` on. */
  list: (wanted: ListWanted, offset: number, limit = LISTED_AT_ONCE) => {
    const { archived, search, sorting } = wanted;
    const query = new URLSearchParams({
      archived: String(archived),
      search,
      sort: sorting,
      offset: String(offset),
      limit: String(limit),
    });
    return call<ListedDesigns>('GET', `/api/designs?${query.toString()}`);
  },
  open: (id: string) => call<StoredDesign>('GET', `/api/designs/${encodeURIComponent(id)}`),
  create: (design: Design) => call<StoredDesign>('POST', '/api/designs', { design }),
  /** The save that made the present state of a design, and the present lineage of the server’s database. */
  present: (id: string) =>
    call<{ revision: number; saveId: string; lineage: string }>(
      'GET',
      `/api/designs/${encodeURIComponent(id)}/save`,
    ),
  /** Saves a state made from that of the save `from`: what changed since `base` where the server holds that, or the whole. */
  save: (id: string, from: string, saveId: string, design: Design, base: Design | null) => {
    const path = `/api/designs/${encodeURIComponent(id)}`;
    const operations = base && patchOf(base, design);
    const patch =
      operations && operations.length <= MOST_OPERATIONS
        ? JSON.stringify({ from, saveId, patch: operations })
        : null;
    const whole =
      patch !== null && patch.length < SMALL_PATCH ? null : JSON.stringify({ from, saveId, design });
    return whole === null || (patch !== null && patch.length < whole.length / 2)
      ? call<Saved>('PATCH', path, new JsonText(patch!))
      : call<Saved>('PUT', path, new JsonText(whole));
  },
  duplicate: (id: string, name: string) =>
    call<StoredDesign>('POST', `/api/designs/${id}/duplicate`, { name }),
  revisions: (id: string) =>
    call<{ revisions: readonly FrozenSummary[] }>('GET', `/api/designs/${encodeURIComponent(id)}/revisions`),
  /** Freezes the state that a save made. */
  freeze: (id: string, name: string, save: string) =>
    call<FrozenSummary>('POST', `/api/designs/${encodeURIComponent(id)}/revisions`, { name, save }),
  frozen: (id: string, number: number) =>
    call<FrozenSummary & { design: unknown }>(
      'GET',
      `/api/designs/${encodeURIComponent(id)}/revisions/${number}`,
    ),
  restorePoints: (id: string) =>
    call<{ restorePoints: readonly RestorePoint[] }>(
      'GET',
      `/api/designs/${encodeURIComponent(id)}/restore-points`,
    ),
  restorePoint: (id: string, point: string) =>
    call<RestorePoint & { design: unknown }>(
      'GET',
      `/api/designs/${encodeURIComponent(id)}/restore-points/${encodeURIComponent(point)}`,
    ),
  demo: () => call<{ names: readonly string[] }>('POST', '/api/demo', {}),
  rename: (id: string, name: string) => call<StoredDesign>('POST', `/api/designs/${id}/rename`, { name }),
  archive: (id: string, archived: boolean) =>
    call<StoredDesign>('POST', `/api/designs/${id}/archive`, { archived }),
};

let ahead: { readonly id: string; readonly at: number; readonly answer: Promise<StoredDesign> } | null = null;
/** An answer older than this is fetched again, ms. */
const AHEAD_FOR_MS = 3_000;

/** Asks for a design at the press that will open it, while its page is still being fetched. */
export function openAhead(id: string): void {
  const answer = api.open(id);
  answer.catch(() => undefined);
  ahead = { id, at: performance.now(), answer };
}

/** The design as the server holds it: from an answer fetched just now, or fetched again. */
export function openNow(id: string): Promise<StoredDesign> {
  const early = ahead;
  ahead = null;
  return early?.id === id && performance.now() - early.at < AHEAD_FOR_MS ? early.answer : api.open(id);
}

/** A refusal's words as a sentence. */
export const sentence = (words: string): string =>
  `${words.charAt(0).toUpperCase()}${words.slice(1)}${/[.?]$/.test(words) ? '' : '.'}`;

/** The words of any failure, for people; what the server answered comes with the request’s number in its log. */
export const wordsOf = (error: unknown): string => {
  if (!(error instanceof Error)) return 'Something failed.';
  const request = error instanceof ApiError && error.request !== null ? ` (request ${error.request})` : '';
  return `${sentence(error.message)}${request}`;
};

export const firstRefusal = (refusals: readonly Refusal[]): string => {
  const [first] = refusals;
  return first ? first.message : '';
};
