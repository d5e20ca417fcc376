import sharp from 'sharp';
import { Refused } from '../errors.ts';

/** A picture as it is kept: upright, without anything but its pixels. */
export interface ReadPicture {
  readonly mime: 'image/jpeg' | 'image/png';
  readonly width: number;
  readonly height: number;
  readonly bytes: Buffer;
}

/** Pixels of a picture that is unpacked at most: more is made to choke on, or a scan at needless fineness. */
const MOST_PIXELS_IN = 120e6;
/** No side is longer, pixels: no camera or scanner makes that, and what is so long and thin takes minutes to unpack. */
const MOST_SIDE = 30_000;
/** Unpacking ends after this, s; the process that does it is ended soon after. */
const UNPACKED_WITHIN_S = 15;
/** Pixels kept: finer than 0.15 mm on a body a metre wide. Larger pictures are made smaller. */
const MOST_PIXELS_KEPT = 24e6;
/** A drawing stays a PNG up to here, bytes; above, it is kept as a photo. */
const LARGEST_PNG = 16 * 1024 * 1024;
const QUALITY = 92;

const FORMATS = new Set(['jpeg', 'png', 'webp']);

/**
 * A picture as it was sent, made fit to keep: told by its bytes and not its name, turned the way it was taken,
 * everything but the pixels (place, time, owner) dropped. Refused when it is none of JPEG, PNG and WebP, broken,
 * or too large.
 */
export async function readPicture(sent: Buffer): Promise<ReadPicture> {
  const refuse = (message: string): Refused => new Refused(422, 'picture-refused', message);
  if (sent.length === 0) throw refuse('the picture is empty: choose the file again');
  const open = () => sharp(sent, { limitInputPixels: MOST_PIXELS_IN, failOn: 'error', pages: 1 });
  const about = await open()
    .metadata()
    .catch((error: Error) => {
      throw refuse(
        /pixel limit/.test(error.message)
          ? `the picture has over ${MOST_PIXELS_IN / 1e6} million pixels: make it smaller`
          : 'this is no picture that can be read: send a JPEG, PNG or WebP',
      );
    });
  if (!FORMATS.has(about.format ?? ''))
    throw refuse(`a picture of kind “${about.format ?? 'unknown'}” is not taken: send a JPEG, PNG or WebP`);
  if (Math.max(about.width, about.height) > MOST_SIDE)
    throw refuse(`the picture has a side of over ${MOST_SIDE} pixels: make it smaller`);
  const pixels = about.width * about.height;
  const shrink = Math.min(1, Math.sqrt(MOST_PIXELS_KEPT / pixels));
  // The page is white where a picture is clear. What is written carries no metadata unless asked to.
  const upright = () => {
    const turned = open()
      .timeout({ seconds: UNPACKED_WITHIN_S })
      .autoOrient()
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb');
    return shrink < 1
      ? turned.resize({ width: Math.max(1, Math.round(about.autoOrient.width * shrink)) })
      : turned;
  };
  const failed = (): never => {
    throw refuse('the picture is broken: save or take it again');
  };
  if (about.format === 'png') {
    const png = await upright().png().toBuffer({ resolveWithObject: true }).catch(failed);
    if (png.data.length <= LARGEST_PNG)
      return { mime: 'image/png', width: png.info.width, height: png.info.height, bytes: png.data };
  }
  const jpeg = await upright()
    .jpeg({ quality: QUALITY, chromaSubsampling: '4:4:4' })
    .toBuffer({ resolveWithObject: true })
    .catch(failed);
  return { mime: 'image/jpeg', width: jpeg.info.width, height: jpeg.info.height, bytes: jpeg.data };
}
