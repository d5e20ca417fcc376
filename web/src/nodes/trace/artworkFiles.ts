import type { ArtworkFace, Design, Underlay } from '@pelkin/core';
import { artworkFace, artworkPaths, artworkSheets, artworkSvg, weightsFor } from '@pelkin/core';
import { derive } from '../../design/derived.ts';
import { pdfOfSheets } from '../../workers/print.ts';

/** Dots to the inch of a picture file, fewer where the body is so large that it would pass what browsers can draw. */
const DOTS = 300;
const MOST_PIXELS = 40e6;

/** The kept picture’s bytes and type. */
async function kept(u: Underlay): Promise<Blob> {
  const answer = await fetch(`/api/pictures/${u.picture}`);
  if (!answer.ok)
    throw new Error('The picture is not on this server, or it cannot be reached: add it again.');
  return answer.blob();
}

function faceOf(design: Design, u: Underlay): ArtworkFace {
  const face = artworkFace(design, derive(design), u);
  if (!face) throw new Error('Say which face the picture is the artwork of.');
  return face;
}

const dataUrl = (blob: Blob): Promise<string> =>
  new Promise((give, fail) => {
    const reader = new FileReader();
    reader.onload = () => give(reader.result as string);
    reader.onerror = () => fail(new Error('The picture could not be read.'));
    reader.readAsDataURL(blob);
  });

/** A picture painted anew in a type that every reader knows. */
async function asPng(blob: Blob): Promise<Blob> {
  const bitmap = await createImageBitmap(blob);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [bitmap.width, bitmap.height];
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0);
  return blobOf(canvas);
}

const blobOf = (canvas: HTMLCanvasElement): Promise<Blob> =>
  new Promise((give, fail) =>
    canvas.toBlob((b) => (b ? give(b) : fail(new Error('The picture could not be made: is it very large?')))),
  );

/** JPEG and PNG as they are; anything else painted anew. */
async function plain(u: Underlay): Promise<Blob> {
  const blob = await kept(u);
  return /^image\/(jpeg|png)$/.test(blob.type) ? blob : asPng(blob);
}

/** The artwork as an SVG at full size, with its picture in it. */
export async function artworkSvgFile(design: Design, u: Underlay) {
  const svg = artworkSvg(faceOf(design, u), await dataUrl(await plain(u)), design.name);
  return { type: 'image/svg+xml', ending: 'svg', bytes: svg };
}

/** The artwork as a PNG at full size: its dots to the inch are written in it. */
export async function artworkPng(design: Design, u: Underlay) {
  const face = faceOf(design, u);
  const { box, matrix, picture } = face;
  const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY];
  const perMm = Math.min(DOTS / 25.4, Math.sqrt(MOST_PIXELS / (wide * high)));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(wide * perMm), Math.round(high * perMm)];
  const paint = canvas.getContext('2d')!;
  const { outline, covered } = artworkPaths(face);
  const bitmap = await createImageBitmap(await kept(u));
  // The paths’ frame: mm, y down.
  paint.setTransform(perMm, 0, 0, perMm, -box.minX * perMm, box.maxY * perMm);
  paint.save();
  paint.clip(new Path2D(outline));
  const [a, b, c, d, e, f] = matrix;
  paint.transform(a, -b, c, -d, e, -f);
  paint.drawImage(bitmap, 0, 0, picture.width, picture.height);
  paint.restore();
  paint.fillStyle = '#ffffff';
  paint.fill(new Path2D(covered), 'nonzero');
  const { withDots } = await import('./pngDots.ts');
  const bytes = new Uint8Array(await (await blobOf(canvas)).arrayBuffer());
  return { type: 'image/png', ending: 'png', bytes: withDots(bytes, perMm * 1000) as BlobPart };
}

/** The artwork at full size on the design’s own paper. */
export async function artworkPdf(design: Design, u: Underlay) {
  const image = new Uint8Array(await (await plain(u)).arrayBuffer());
  const sheets = artworkSheets(design, derive(design), faceOf(design, u), image, {
    name: design.name,
    revision: 'artwork',
    date: new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }),
  });
  const bytes = await pdfOfSheets(sheets, `${design.name}, artwork`, weightsFor(design.print.weights));
  return { type: 'application/pdf', ending: 'pdf', bytes: bytes as BlobPart };
}
