import { z } from 'zod';
import { SECTIONS } from './sections/all.ts';
import type { DeepReadonly } from './section.ts';
import { DESIGN_FORMAT, DESIGN_VERSION } from './version.ts';

type Sections = { readonly [K in keyof typeof SECTIONS]: ReturnType<(typeof SECTIONS)[K]['schema']> };

const sectionSchemas = (): Sections =>
  Object.fromEntries(Object.entries(SECTIONS).map(([key, { schema }]) => [key, schema()])) as Sections;

/** The shape of a design, made of its sections; the rules that tie a section's numbers together are its `refusals`. */
export const designShape = z.looseObject({
  format: z.literal(DESIGN_FORMAT, {
    error: `this is not a Pelkin design: its “format” is not “${DESIGN_FORMAT}”`,
  }),
  version: z.literal(DESIGN_VERSION),
  /** The unit of every length in the file, whatever is shown. */
  lengths: z.literal('mm', { error: 'the file’s lengths must be “mm”: convert it first' }),
  ...sectionSchemas(),
});

export type Design = DeepReadonly<z.infer<typeof designShape>>;
export type { Stage } from './sections/progress.ts';
export type { Showable } from '../drawing/layers.ts';
export type Strings = Design['strings'];
export type Outline = Design['outline'];
export type OutlineNode = Outline['nodes'][number];
export type Opening = Design['openings'][number];
export type Cover = NonNullable<Opening['cover']>;
export type OpeningStep = Opening['steps'][number];
export type Shape = OpeningStep['shape'];
export type Run = Design['runs'][number];
export type PlacedPart = Design['parts'][number];
export type PartSpec = PlacedPart['spec'];
export type Face = PlacedPart['face'];
export type Guard = Design['guards'][number];
export type OwnLine = Design['lines'][number];
export type BodyEdge = Design['body']['edges']['front'];
export type EdgeProfile = BodyEdge['profile'];
export type Contour = Design['body']['contours'][number];
export type Neck = Design['neck'];
export type ShaftNumbers = Design['shaft'];
export type Headstock = Design['headstock'];
export type Tuner = Headstock['tuners'][number];
export type WeightNumbers = Design['weight'];
export type Wood = WeightNumbers['woods']['body'];
export type Player = Design['player'];
export type Drill = Design['drill'];
export type CaseInside = NonNullable<Player['case']>;
/** What of the body does not depend on how it is carved. */
export type Slab = Pick<Design['body'], 'thickness' | 'grain'> & {
  /** Of a glued-on front, mm; null or not there for a body of one piece. */
  readonly front?: number | null;
};
export type Underlay = Design['underlays'][number];
export type PrintSettings = Design['print'];
export type Side = 'bass' | 'treble';
export type AcceptedFinding = Design['findings']['accepted'][number];
