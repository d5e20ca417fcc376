import type { DrillRoom, Button as StrapButton, Pull } from '@pelkin/core';
import {
  LIMITS,
  buttonHole,
  buttonToEdge,
  buttonToNeckScrew,
  drillRoom,
  edgeSeat,
  edits,
  fibreThrough,
  heldBy,
  holderOf,
  isLocked,
  kindOf,
  leastPull,
  lengthWithUnit,
  measureOf,
  neckScrewOver,
  pullAt,
  screwsForButton,
  slideOnEdge,
  standsOut,
} from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useDerived } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { Pick } from '../../../shared/Pick.tsx';
import { Reading, Section } from '../../../shared/Section.tsx';
import { useWeighed } from '../useWeighed.ts';
import { WORDS } from '../words.ts';

const RAD = Math.PI / 180;
/** Degrees that a button may be turned from square, typed. */
const TURN = { min: -80, max: 80, from: 'square out of the edge' } as const;

/** Where a button stands: on the edge, or under one of the neck’s screws. */
function StandsOn({ button, isHorn }: { button: StrapButton; isHorn: boolean }) {
  const design = useDesign();
  const { stringPlan, path, measures } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const { part } = button;
  const screws = screwsForButton(design, stringPlan, standsOut(part.spec));
  if (!isHorn || screws.length === 0) return null;
  const over = neckScrewOver(design, stringPlan, part);
  const under = over === null ? null : screws[over]!;
  const { units } = design;
  const tip = measures.neck?.bass.tip ?? { x: measures.box.maxX, y: 60 };
  return (
    <>
      <Pick
        label={WORDS.standsOn}
        value={under ? String(under.index) : 'edge'}
        options={[
          ['edge', WORDS.edge],
          ...screws.map((s) => [String(s.index), `${WORDS.neckScrew} ${s.index + 1}`] as const),
        ]}
        onChange={(key) =>
          key === 'edge'
            ? edit('strap button on the edge', (d) => buttonToEdge(d, part.id, tip, path, stringPlan))
            : edit(`strap button under neck screw ${Number(key) + 1}`, (d) =>
                buttonToNeckScrew(d, part.id, Number(key), stringPlan),
              )
        }
      />
      {under && (
        <Reading
          label={WORDS.screwChanges}
          value={`${lengthWithUnit(under.before.length, units, 0)} long, bites ${lengthWithUnit(under.before.bite, units, 1)}`}
        />
      )}
    </>
  );
}

/** Whether a drill reaches, and with how much room beside it. */
const reaches = ({ bitShort }: DrillRoom, room: number, say: (mm: number) => string): string =>
  bitShort > 0
    ? WORDS.bitTooShort
    : room < 0
      ? WORDS.drillNot
      : `${WORDS.drillReaches}, ${say(room)} ${WORDS.room}`;

/** Head, lock or lock let in; the washer under it. */
function HeldBy({ button: { part } }: { button: StrapButton }) {
  const edit = useDesignStore((s) => s.edit);
  const { units } = useDesign();
  const { spec } = part;
  const holder = holderOf(spec);
  const field = (key: 'washer' | 'lock') => {
    const def = kindOf(spec)!.measures.find((m) => m.key === key)!;
    return (
      <LengthField
        label={def.label}
        value={measureOf(spec, key)}
        unit={units}
        limit={def}
        places={2}
        onCommit={(mm) =>
          edit(`measured ${def.label.toLowerCase()} of ${spec.name}`, (d) =>
            edits.measurePart(d, part.id, key, mm),
          )
        }
      />
    );
  };
  return (
    <>
      <Pick
        label={WORDS.heldBy}
        value={holder}
        options={[
          ['head', WORDS.heldByButton],
          ['lock', WORDS.heldByLock],
          ...(part.face === 'edge' ? ([['let in', WORDS.heldByLetIn]] as const) : []),
        ]}
        onChange={(next) =>
          edit(`${spec.name}: strap held by ${next === 'head' ? 'its head' : 'a lock'}`, (d) =>
            edits.changePart(d, part.id, { spec: heldBy(spec, next) }),
          )
        }
      />
      {holder === 'lock' && field('lock')}
      {field('washer')}
    </>
  );
}

/** The drill that bores their holes. */
function DrillFields() {
  const { drill } = useDesign();
  const lengths = useLengths();
  const field = (of: 'bit' | 'chuck' | 'length', label: string) => (
    <LengthField
      label={label}
      value={drill[of]}
      {...lengths(`drill.${of}`, (d, mm) => edits.editDrill(d, { [of]: mm }), `drill.${of}`, label)}
    />
  );
  return (
    <Box role="group" aria-label={WORDS.drill} display="grid" gap="1.5" mb="2">
      <Text fontSize="13px" fontWeight="600">
        {WORDS.drill}
      </Text>
      {field('bit', WORDS.drillBit)}
      {field('chuck', WORDS.drillChuck)}
      {field('length', WORDS.drillLength)}
      <Text fontSize="12px" color="faded">
        {WORDS.drillSay}
      </Text>
    </Box>
  );
}

function One({ button, pull, isHorn }: { button: StrapButton; pull: Pull | null; isHorn: boolean }) {
  const design = useDesign();
  const { path, layout, stringPlan } = useDerived();
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { units } = design;
  const { part } = button;
  const name = isHorn ? WORDS.hornButton : WORDS.tailButton;
  const say = (mm: number): string => lengthWithUnit(mm, units, 1);
  const isEdge = part.face === 'edge';
  const seat = isEdge ? edgeSeat(path, part) : null;
  const hole = buttonHole(button, layout, design);
  const room = drillRoom(button, design.drill, layout.body, design.strings, stringPlan);
  const fibre = fibreThrough(layout.body.polygon, button, design.body.grain * RAD);
  return (
    <Box role="group" aria-label={name} display="grid" gap="1.5" mb="2">
      <Text fontSize="13px" fontWeight="600">
        {name}
      </Text>
      <StandsOn button={button} isHorn={isHorn} />
      <HeldBy button={button} />
      {isEdge && seat && (
        <>
          <LengthField
            label={WORDS.nutwardOfBridge}
            value={part.at.x}
            {...lengths(
              `parts.${part.id}.at.x`,
              (d, x) => {
                const next = slideOnEdge(path, part.at, 'x', x);
                return next ? edits.changePart(d, part.id, next) : d;
              },
              'outline.x',
              WORDS.nutwardOfBridge,
            )}
          />
          <NumberField
            {...TURN}
            label={WORDS.fromSquare}
            value={seat.fromSquare}
            unit="°"
            onCommit={(degrees) =>
              edit(`${name} turned ${degrees}° from square`, (d) =>
                edits.changePart(d, part.id, {
                  turn: Number((part.turn - seat.fromSquare + degrees).toFixed(2)),
                }),
              )
            }
          />
          <NumberField
            {...LIMITS['part.tilt']}
            label={WORDS.tiltedUp}
            value={part.tilt}
            unit="°"
            onCommit={(tilt) =>
              edit(`${name} tilted ${tilt}°`, (d) => edits.changePart(d, part.id, { tilt }))
            }
          />
        </>
      )}
      {pull && isEdge && (
        <>
          <Reading label={WORDS.pulledAt} value={`${pull.offAxis.toFixed(0)}°`} />
          <Reading
            label={WORDS.slipMargin}
            value={
              isLocked(part.spec)
                ? WORDS.byItsLock
                : `${(pull.offAxis - leastPull(design)).toFixed(0).replace('-', '−')}°`
            }
          />
        </>
      )}
      {hole && (
        <>
          <Reading label={WORDS.pilot} value={`Ø ${say(hole.pilot)}, ${say(hole.deep)}`} />
          <Reading label={WORDS.stopAt} value={say(hole.stopAt)} />
          <Reading label={WORDS.opened} value={`Ø ${say(hole.countersink)}`} />
          {hole.openings.map(({ name: opening, apart }) => (
            <Reading key={opening} label={`${WORDS.woodTo} ${opening}`} value={say(apart)} />
          ))}
        </>
      )}
      {isEdge && (
        <>
          {room && (
            <>
              <Reading label={WORDS.drillBefore} value={reaches(room, room.before, say)} />
              <Reading
                label={WORDS.drillRoom}
                value={room.before >= 0 && room.after < 0 ? WORDS.drillFirst : reaches(room, room.after, say)}
              />
            </>
          )}
          <Reading label={WORDS.fibres} value={say(fibre)} />
        </>
      )}
    </Box>
  );
}

/** Both strap buttons: how they stand, how the strap pulls at them, how their holes are drilled. */
export function StrapButtons() {
  const { weight, hanging } = useWeighed();
  if (!weight || !hanging) return null;
  const pull = pullAt(hanging);
  return (
    <Section title={WORDS.strapButtons}>
      <One button={hanging.buttons.horn} pull={pull && pull.horn} isHorn />
      <One button={hanging.buttons.tail} pull={pull && pull.tail} isHorn={false} />
      <DrillFields />
      <Text fontSize="12px" color="faded">
        {WORDS.buttonsSay}
      </Text>
    </Section>
  );
}
