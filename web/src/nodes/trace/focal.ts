import exifr from 'exifr/dist/lite.esm.mjs';

/** The diagonal of the film that focal lengths are reported for, mm. */
const FILM = Math.hypot(36, 24);

/** The lens' focal length as a share of the picture's diagonal, where the file tells it. */
export async function focalOf(blob: Blob): Promise<number | null> {
  try {
    const told: unknown = await exifr.parse(blob, ['FocalLengthIn35mmFormat']);
    const mm = Number((told as { FocalLengthIn35mmFormat?: unknown } | undefined)?.FocalLengthIn35mmFormat);
    return mm >= 8 && mm <= 400 ? mm / FILM : null;
  } catch {
    return null;
  }
}
