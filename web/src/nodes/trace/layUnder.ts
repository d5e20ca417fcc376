import type { Design, FileKind, Underlay } from '@pelkin/core';
import { carryNodes, edits, isPlacedAs } from '@pelkin/core';
import { api, wordsOf } from '../../design/api.ts';
import { derive } from '../../design/derived.ts';
import { kindOfFile, wrongFileFor } from '../../shared/fileChecked.ts';
import { useDrawnLine, useDrawnStore as useDesignStore } from '../drawn.ts';
import type { MarkedPlane } from '../../workers/tracing.ts';
import { dotsPerInch } from './pngDots.ts';
import { Stopped } from '../../workers/stopped.ts';
import { bringUpright, findEdge, refitEdge } from '../../workers/tracing.ts';
import type { PictureWork, UprightPicture } from '../../workers/tracing.ts';
import { foundNow, useTracing } from './tracing.ts';

/** A picture that is newly laid shows the body and this share of its length beside it. */
const SHOWN = 1.35;
const OPACITY = 0.6;
/** A picture’s fineness is in its first bytes. */
const SCANNED = 65_536;
const MM_PER_INCH = 25.4;

const PICTURE_TYPES: Readonly<Partial<Record<FileKind, string>>> = {
  'PNG picture': 'image/png',
  'JPEG picture': 'image/jpeg',
  'WebP picture': 'image/webp',
};

let under: PictureWork<unknown> | null = null;
export const stopWork = (): void => {
  under?.stop();
  under = null;
  useTracing.getState().set({ share: null });
};

/** The file's name as a picture's, without what a design's names do not take. */
const nameOf = (file: string): string =>
  file
    .replace(/\.[A-Za-z0-9]+$/, '')
    .replace(/[\u0000-\u001f\u007f]/g, ' ')
    .trim()
    .slice(0, 60) || 'Picture';

interface Laid {
  readonly id: string;
  readonly width: number;
  readonly height: number;
}

/** Where a picture lies at first: over the body; by its own size where the file tells it. */
function firstLay(
  design: Design,
  picture: Laid,
  name: string,
  mmPerPixel: number | null,
  focal: number | null,
): Underlay {
  const { box } = derive(design).measures;
  const long = (box.maxX - box.minX) * SHOWN;
  const isLeft = design.handedness === 'left';
  return {
    id: edits.freshId(design.underlays, 'u'),
    name,
    picture: picture.id,
    width: picture.width,
    height: picture.height,
    at: {
      x: Math.round((box.minX + box.maxX) / 2),
      y: Math.round((box.minY + box.maxY) / 2),
    },
    turn: 0,
    scale: mmPerPixel ?? long / Math.max(picture.width, picture.height),
    // A left-handed board is mirrored: the picture is shown as it was taken.
    mirrored: isLeft,
    opacity: OPACITY,
    locked: false,
    hidden: false,
    scaled: mmPerPixel === null ? 'not' : 'file',
    goodTo: null,
    focal,
    camera: null,
    artwork: null,
  };
}

/** Lays a picture or a page of a PDF under the drawing. */
export async function layUnder(file: File, page = 1): Promise<void> {
  const { set } = useTracing.getState();
  set({ share: 0.05, doing: 'Adding the picture', problem: null, told: null, pdf: null });
  try {
    const wrong = await wrongFileFor(file, 'picture');
    if (wrong) {
      set({ share: null, problem: wrong });
      return;
    }
    let blob: Blob = file;
    let mmPerPixel: number | null = null;
    let told: string | null = null;
    let pages = 1;
    // Told by its bytes, or by its name where those are no PDF's: then it is said to be broken.
    const isPdf = (await file.slice(0, 5).text()) === '%PDF-' || /\.pdf$/i.test(file.name);
    if (isPdf) {
      const { pdfPage } = await import('./pdfPage.ts');
      const made = await pdfPage(file, page);
      blob = made.blob;
      pages = made.pages;
      mmPerPixel = made.mmPerPixel;
      told =
        made.pages > 1
          ? `Page ${page} of ${made.pages}, at the size the file gives it.`
          : 'At the size the file gives it.';
    }
    const pdf = pages > 1 ? { file, pages, page } : null;
    // By its bytes: a name can say another format.
    if (!isPdf) blob = new Blob([file], { type: PICTURE_TYPES[await kindOfFile(file)] ?? file.type });
    set({ share: 0.4 });
    // The server keeps the pixels alone: what the file tells of its lens is read here.
    const { focalOf } = await import('./focal.ts');
    const focal = isPdf ? null : await focalOf(file);
    // A photo's fineness says nothing of its size; a scan's does.
    const perInch =
      isPdf || focal !== null
        ? null
        : dotsPerInch(new Uint8Array(await file.slice(0, SCANNED).arrayBuffer()));
    if (perInch !== null) {
      mmPerPixel = MM_PER_INCH / perInch;
      told = `At the ${Math.round(perInch)} dots to the inch that the scan states: check a length that you know.`;
    }
    const picture = await api.keepPicture(blob);
    const { design, edit } = useDesignStore.getState();
    if (!design) return;
    const underlay = firstLay(design, picture, nameOf(file.name), mmPerPixel, focal);
    const [refusal] = edit(`added ${underlay.name}`, (d) => edits.addUnderlay(d, underlay));
    if (refusal) throw new Error(`${refusal.message}.`);
    useTracing.getState().choose(underlay.id);
    set({ share: null, told, pdf });
  } catch (error) {
    set({ share: null, problem: wordsOf(error) });
  }
}

const chosen = (): { readonly design: Design; readonly underlay: Underlay } | null => {
  const { design } = useDesignStore.getState();
  const underlay = design?.underlays.find((u) => u.id === useTracing.getState().id);
  return design && underlay ? { design, underlay } : null;
};

/** Runs a work on the chosen picture with its progress, and tells what went wrong. */
async function run<T>(
  doing: string,
  begin: (told: (share: number) => void) => PictureWork<T>,
  then: (answer: T) => Promise<void> | void,
): Promise<void> {
  const { set } = useTracing.getState();
  stopWork();
  set({ share: 0, doing, problem: null, told: null });
  const told = (share: number): void => {
    if (under === mine && useTracing.getState().share !== null) set({ share });
  };
  const mine = begin(told);
  under = mine;
  try {
    const answer = await mine.answer;
    if (under !== mine) return;
    if (answer && typeof answer === 'object' && 'message' in answer) {
      set({ share: null, problem: String(answer.message) });
      return;
    }
    await then(answer as T);
    set({ share: null });
  } catch (error) {
    if (!(error instanceof Stopped)) set({ problem: wordsOf(error) });
    set({ share: null });
  } finally {
    if (under === mine) under = null;
  }
}

/** A camera's height that is this unsure, share, is worth measuring. */
const UNSURE = 0.15;
/** Where the camera stood, and what that is worth. */
function cameraWords({ camera, mmPerPixel }: UprightPicture): string {
  if (!camera) return '';
  const metres = ((camera.height * mmPerPixel) / 1000).toFixed(2);
  return camera.sure > UNSURE
    ? ` The camera was about ${metres} m above it, give or take ${Math.round(100 * camera.sure)} %: this photo does not show it better. Measure it and type it under Body side.`
    : ` The camera was ${metres} m above it.`;
}

/** Brings the chosen photo upright by its marks, whose true places are given; `placed`: they are the instrument's own. */
export async function makeUpright(
  truths: readonly { readonly x: number; readonly y: number }[],
  placed: boolean,
  sheet: { readonly plane: MarkedPlane } | null,
  /** The face whose artwork it is, where an artwork sheet was marked. */
  artwork: Underlay['artwork'] = null,
): Promise<void> {
  const now = chosen();
  if (!now) return;
  const { marks, straights } = useTracing.getState();
  const wish = {
    picture: now.underlay.picture,
    marks: marks.map((pixel, i) => ({ pixel, truth: truths[i]! })),
    straights,
    sheet: sheet !== null,
    plane: sheet?.plane ?? null,
    focal: now.underlay.focal,
  };
  await run(
    'Straightening the photo',
    (told) => bringUpright(wish, told),
    async (made) => {
      const picture = await api.keepPicture(made.blob);
      const { design, edit } = useDesignStore.getState();
      if (!design) return;
      const first = firstLay(
        design,
        picture,
        `${now.underlay.name.slice(0, 63)}, straightened`,
        made.mmPerPixel,
        null,
      );
      const middle = {
        x: (made.box.minX + made.box.maxX) / 2,
        y: (made.box.minY + made.box.maxY) / 2,
      };
      const goodTo = Number(Math.min(999, made.goodTo).toFixed(2));
      const underlay: Underlay = {
        ...first,
        mirrored: placed ? false : first.mirrored,
        at: placed ? middle : first.at,
        scaled: placed ? 'instrument' : 'corners',
        goodTo,
        artwork,
        camera: made.camera && {
          x: made.camera.x,
          y: made.camera.y,
          height: made.camera.height,
          plane: made.camera.plane,
        },
      };
      const [refusal] = edit('straightened the photo', (d) =>
        edits.addUnderlay(edits.changeUnderlay(d, now.underlay.id, { hidden: true }), underlay),
      );
      if (refusal) throw new Error(`${refusal.message}.`);
      useTracing.getState().choose(underlay.id);
      useTracing.getState().set({
        told:
          `Straightened, ${made.mmPerPixel.toFixed(2)} mm to the pixel; good to about ±${goodTo} mm over the body ` +
          `if each mark is within a pixel${made.residual > 0.01 ? `; the marks agree within ${made.residual.toFixed(2)} mm` : ''}` +
          `${made.fromSheet ? '; corners and lens taken from the sheet’s own edges' : ''}` +
          `${made.bow ? `; lens bow ${(100 * made.bow.k).toFixed(1)} % taken out` : ''}.` +
          cameraWords(made),
      });
    },
  );
}

/** Looks for the body's edge in the chosen picture. */
export async function lookForEdge(): Promise<void> {
  const now = chosen();
  if (!now) return;
  const { body, bench, lookFor, threshold, strokes, bridges, tolerance, side, thickness } =
    useTracing.getState();
  const { line } = useDrawnLine.getState();
  const thick = thickness ?? now.design[line].thickness;
  await run(
    'Finding the edge',
    (told) =>
      findEdge(
        now.underlay,
        { body, bench, threshold, strokes, bridges },
        lookFor,
        tolerance,
        thick,
        side,
        told,
      ),
    (made) => {
      useTracing.getState().set({
        found: {
          placed: now.underlay,
          needs: made.needs,
          edge: made.edge,
          noise: made.noise,
          nodes: made.fit?.nodes ?? null,
          off: made.fit?.off ?? 0,
          atRim: made.atRim,
          removed: made.removed,
          misses: made.misses,
        },
        problem: made.fit
          ? null
          : 'An edge was found, but no fair curve of reasonable size follows it: allow more, or mask what crosses it.',
      });
    },
  );
}

/** Allows another tolerance: an edge that was found stays, and its outline is fitted again. */
export async function allow(tolerance: number): Promise<void> {
  const { set, found } = useTracing.getState();
  set({ tolerance });
  const now = chosen();
  if (!found || !now) return;
  const moved = foundNow(found, now.underlay);
  await run(
    'Fitting the outline',
    (told) => refitEdge(moved.edge, tolerance, told),
    ({ fit, misses, needs }) => {
      set({
        found: { ...moved, nodes: fit?.nodes ?? null, off: fit?.off ?? 0, misses, needs },
        problem: null,
      });
    },
  );
}

/** Takes the found edge for the outline. */
export function takeEdge(): void {
  const { set, begin, found: first } = useTracing.getState();
  const now = chosen();
  const found = first && now ? foundNow(first, now.underlay) : null;
  if (!found?.nodes || !now) return;
  const { nodes } = found;
  const [refusal] = useDesignStore
    .getState()
    .edit('used the outline of a picture', (d) => edits.takeOutline(d, nodes));
  begin(null);
  set({
    problem: refusal ? `${refusal.message}.` : null,
    found: refusal ? found : null,
    taken: refusal ? null : { placed: now.underlay, nodes },
    told: refusal
      ? null
      : `Taken: ${nodes.length} nodes, off the found edge by at most ${found.off.toFixed(2)} mm.`,
  });
}

/** The outline that was taken from a picture, moved along with it: where the picture was moved since, and the outline was not. */
export function outlineToCarry(
  taken: ReturnType<typeof useTracing.getState>['taken'],
  design: Design,
): Underlay | null {
  const now = taken && design.underlays.find((u) => u.id === taken.placed.id);
  return now && design.outline.nodes === taken.nodes && !isPlacedAs(now, taken.placed) ? now : null;
}

/** Moves the outline along with the picture that it was taken from. */
export function carryOutline(): void {
  const { taken, set } = useTracing.getState();
  const { design, edit } = useDesignStore.getState();
  const now = design && outlineToCarry(taken, design);
  if (!taken || !now) return;
  const nodes = carryNodes(taken.nodes, taken.placed, now);
  const [refusal] = edit('moved the outline with its picture', (d) => edits.takeOutline(d, nodes));
  set(refusal ? { problem: `${refusal.message}.` } : { taken: { placed: now, nodes } });
}

/** Leaves the outline where it is; later moves of the picture do not ask again. */
export function leaveOutline(): void {
  const { taken, set } = useTracing.getState();
  const { design } = useDesignStore.getState();
  const now = design && outlineToCarry(taken, design);
  if (taken && now) set({ taken: null });
}
