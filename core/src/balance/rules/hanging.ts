import { rule } from '../../design/rule.ts';
import type { Facts, Hit, Rule } from '../../design/rule.ts';
import type { Design } from '../../design/schema.ts';
import type { Button } from '../buttons.ts';
import { drillRoom, fibreThrough, pullAt } from '../strapButtons.ts';
import type { DrillRoom } from '../strapButtons.ts';
import { isLocked } from '../../parts/strapButton.ts';

const BASE = { stage: 'balance', severity: 'look' } as const;
const RAD = Math.PI / 180;

export const neckDives = rule({
  ...BASE,
  id: 'neck-dives',
  unit: 'N',
  limit: {
    name: 'neckDive',
    label: 'Neck dive, at most',
    value: 1,
    unit: 'N',
    min: 0,
    max: 30,
  },
  title: 'The neck dives on a smooth strap',
  says: ({ measured, limit }) =>
    `At the playing angle, on a smooth strap, the fretting hand holds the neck up with ${measured} (10 N is as heavy as 1 kg); at most ${limit} is recommended.`,
  remedy:
    'Move the horn button towards the nut, make the headstock lighter or the tail heavier: Mends shows by how much.',
  reads: ['hanging'],
  find: ({ hanging }, most) => {
    const load = hanging?.loads?.smooth;
    return load && load.likely > most
      ? [{ subject: 'neck', where: hanging.hand, measured: load.likely }]
      : [];
  },
});

export const strapTooShort = rule({
  ...BASE,
  id: 'strap-too-short',
  unit: 'mm',
  limit: null,
  title: 'The strap is too short',
  says: ({ measured }) => `The strap buttons are ${measured} apart, further than the strap is long.`,
  remedy: 'Take a longer strap, or another hole of it.',
  reads: ['hanging'],
  find: ({ hanging }) =>
    hanging && !hanging.loads
      ? [{ subject: 'strap', where: hanging.buttons.horn.at, measured: hanging.apart }]
      : [],
});

const both = ({ hanging }: Pick<Facts, 'hanging'>): readonly Button[] =>
  hanging ? [hanging.buttons.horn, hanging.buttons.tail] : [];
const hit = ({ part, name }: Button, measured: number): Hit => ({
  subject: part.id,
  about: name,
  where: part.at,
  measured,
});

export const strapSlips = rule({
  ...BASE,
  id: 'strap-slips-off',
  unit: '°',
  limit: {
    name: 'strapPull',
    label: 'Pull across a strap button, at least',
    value: 20,
    unit: '°',
    min: 0,
    max: 80,
  },
  title: 'The strap pulls off its button',
  says: ({ measured, limit, subject }) =>
    `At the playing angle the strap pulls ${measured} from the axis of ${subject}; at least ${limit} keeps it on.`,
  remedy: 'Turn the button inward so that the strap pulls across it, move it, or fit a lock.',
  reads: ['hanging'],
  find: ({ hanging }, least) => {
    const pull = hanging && pullAt(hanging);
    if (!pull) return [];
    const { horn, tail } = hanging.buttons;
    return (
      [
        [horn, pull.horn],
        [tail, pull.tail],
      ] as const
    ).flatMap(([button, { offAxis }]) =>
      button.part.face === 'edge' && !isLocked(button.part.spec) && offAxis < least
        ? [hit(button, offAxis)]
        : [],
    );
  },
});

/** The least pull across a button’s axis that keeps a strap on, degrees: the user’s own limit, or the usual one. */
export const leastPull = ({ findings }: Pick<Design, 'findings'>): number =>
  findings.limits['strapPull'] ?? strapSlips.limit!.value;

export const buttonFibre = rule({
  ...BASE,
  id: 'strap-button-short-grain',
  unit: 'mm',
  limit: {
    name: 'buttonFibre',
    label: 'Fibres through a strap button, at least',
    value: 45,
    unit: 'mm',
    min: 5,
    max: 200,
  },
  title: 'A strap button stands in short grain',
  says: ({ measured, limit, subject }) =>
    `Fibres through the screw of ${subject} are ${measured} long; at least ${limit} is recommended, or the wood splits off.`,
  remedy: 'Move the button to where more wood runs along the grain, or turn the grain.',
  reads: ['hanging', 'layout', 'body'],
  find: ({ hanging, layout, body }, least) =>
    both({ hanging }).flatMap((button) => {
      const long = fibreThrough(layout.body.polygon, button, body.grain * RAD);
      return long < least ? [hit(button, long)] : [];
    }),
});

const looksAtDrill = ['hanging', 'drill', 'layout', 'strings', 'stringPlan'] as const;
const rooms = ({
  hanging,
  drill,
  layout,
  strings,
  stringPlan,
}: Pick<Facts, (typeof looksAtDrill)[number]>): readonly (readonly [Button, DrillRoom])[] =>
  both({ hanging }).flatMap((button) => {
    const room = drillRoom(button, drill, layout.body, strings, stringPlan);
    return room ? [[button, room] as const] : [];
  });

export const buttonNoDrill = rule({
  ...BASE,
  id: 'strap-button-no-drill',
  unit: 'mm',
  limit: null,
  title: 'No drill reaches a strap button',
  says: ({ measured, subject }) =>
    `The drill does not bore the hole of ${subject} to its floor: its chuck stands in the body, or its bit is too short, by ${measured}.`,
  remedy: 'Take a longer bit or a smaller chuck, turn the button outward, or move it.',
  reads: looksAtDrill,
  find: (facts) =>
    rooms(facts).flatMap(([button, { before, bitShort }]) =>
      before < 0 || bitShort > 0 ? [hit(button, Math.max(-before, bitShort))] : [],
    ),
});

export const buttonDrill = rule({
  ...BASE,
  id: 'strap-button-drill',
  unit: 'mm',
  limit: null,
  title: 'No drill reaches a strap button once the neck is on',
  says: ({ measured, subject }) =>
    `On the axis of ${subject} a drill and its chuck run ${measured} into the neck. Its hole is drilled before the neck is on.`,
  remedy:
    'Drill it before the neck goes on (of a straight-through neck: before the wings are glued), or turn the button outward.',
  reads: looksAtDrill,
  find: (facts) =>
    rooms(facts).flatMap(([button, { before, after }]) =>
      before >= 0 && after < 0 ? [hit(button, -after)] : [],
    ),
});

export const HANGING_RULES: readonly Rule[] = [
  neckDives,
  strapTooShort,
  strapSlips,
  buttonFibre,
  buttonNoDrill,
  buttonDrill,
];
