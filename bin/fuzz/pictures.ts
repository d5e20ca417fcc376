import fc from 'fast-check';
import type { FastifyInstance } from 'fastify';
import sharp from 'sharp';
import type { Tried } from './case.ts';
import { FOREIGN, attempt } from './case.ts';

const base = sharp({ create: { width: 60, height: 40, channels: 3, background: '#a06030' } });
const PICTURES = await Promise.all([
  base.clone().png().toBuffer(),
  base.clone().jpeg().toBuffer(),
  base.clone().webp().toBuffer(),
  base.clone().gif().toBuffer(),
]);

/** Bytes put anywhere, a cut, or a header that says it is of another size. */
const edits = fc.array(
  fc.oneof(
    fc.record({ do: fc.constant('put' as const), at: fc.nat(), bytes: fc.uint8Array({ maxLength: 12 }) }),
    fc.record({ do: fc.constant('cut' as const), at: fc.nat(), long: fc.integer({ min: 1, max: 200 }) }),
    fc.record({ do: fc.constant('size' as const), at: fc.constantFrom(16, 20), value: fc.nat() }),
  ),
  { minLength: 1, maxLength: 4 },
);

/** Any bytes that were a picture: kept, or refused in our words, and never by a failure. */
export const tryPicture = (app: FastifyInstance, seed: number): Promise<Tried> => {
  const [[index, list]] = fc.sample(fc.tuple(fc.nat({ max: PICTURES.length - 1 }), edits), {
    numRuns: 1,
    seed,
  }) as [[number, typeof edits extends fc.Arbitrary<infer T> ? T : never]];
  let bytes: Buffer = Buffer.from(PICTURES[index]!);
  for (const edit of list) {
    const at = edit.at % Math.max(1, bytes.length);
    if (edit.do === 'put') bytes.set(edit.bytes.subarray(0, Math.max(0, bytes.length - at)), at);
    else if (edit.do === 'cut')
      bytes = Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + edit.long)]);
    else if (bytes.length > 24) bytes.writeUInt32BE(edit.value >>> 0, edit.at);
  }
  return attempt('picture', seed, async () => {
    const answer = await app.inject({
      method: 'POST',
      url: '/api/pictures',
      headers: {
        host: 'localhost',
        'content-type': ['image/png', 'image/jpeg', 'image/webp'][seed % 3] ?? 'image/png',
      },
      payload: bytes,
    });
    if (answer.statusCode === 201) return null;
    const told = `${answer.statusCode} ${answer.body.slice(0, 200)}`;
    if (answer.statusCode !== 422 && answer.statusCode !== 400) return told;
    const { error } = answer.json<{ error: { message: string } }>();
    return FOREIGN.test(error.message) ? `foreign words: ${told}` : null;
  });
};
