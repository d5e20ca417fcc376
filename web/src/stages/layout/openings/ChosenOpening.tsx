import type { Cover, Design, Opening, OpeningStep } from '@pelkin/core';
import {
  LIMITS,
  PLAIN_COVER,
  canBeCovered,
  deeperStep,
  edits,
  moveOpening,
  openingsOfKind,
} from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { SideLength } from '../../../design/SideLength.tsx';
import { derive, usePicked } from '../../../design/derived.ts';
import { useLengths } from '../../../design/lengths.ts';
import { useDesign, useDesignStore } from '../../../design/store.ts';
import { LengthField } from '../../../shared/LengthField.tsx';
import { NumberField } from '../../../shared/NumberField.tsx';
import { ProfileFields } from '../../../design/ProfileFields.tsx';
import { EDGE_WORDS } from '../../../shared/edgeWords.ts';
import { Pick } from '../../../shared/Pick.tsx';
import { Choice, Section } from '../../../shared/Section.tsx';
import { TextField } from '../../../shared/TextField.tsx';
import { Tick } from '../../../shared/Tick.tsx';
import { useChosenInLayout } from '../chosen.ts';
import { Islands } from './Islands.tsx';
import { ShapeFields } from './ShapeFields.tsx';
import { WORDS } from '../words.ts';

const openingOf = (d: Design, id: string): Opening | undefined => d.openings.find((o) => o.id === id);

const ROLES = [
  ['cavity', 'Cavity'],
  ['ledge', 'Ledge for a cover'],
  ['chamber', 'Chamber'],
  ['channel', 'Channel for wires'],
  ['sound opening', 'Sound opening'],
] as const;

/** The bit that a step is routed with: its corners follow it. */
function Bit({ id, index, bit }: { id: string; index: number; bit: number | null }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  return (
    <>
      <Tick
        label={WORDS.cornerRadiusFromTheBit}
        checked={bit !== null}
        onChange={(on) =>
          edit(on ? 'chose a bit' : 'left the bit open', (d) =>
            edits.changeStep(d, id, index, { bit: on ? 12 : null }),
          )
        }
      />
      {bit !== null && (
        <LengthField
          label={WORDS.bit}
          value={bit}
          {...lengths(
            `openings.${id}.${index}.bit`,
            (d, mm) => edits.changeStep(d, id, index, { bit: mm }),
            'step.bit',
          )}
        />
      )}
    </>
  );
}

/** What a bit does along the rim of a sound opening. */
function Rim({ id, opening }: { id: string; opening: Opening }) {
  const lengths = useLengths();
  const rim = opening.rim ?? PLAIN_RIM;
  const put = (d: Design, change: Partial<typeof rim>): Design =>
    edits.changeOpening(d, id, { rim: { ...(openingOf(d, id)?.rim ?? PLAIN_RIM), ...change } });
  return (
    <Section title={WORDS.rim}>
      <ProfileFields
        label={WORDS.rim}
        profile={rim.profile}
        path={`openings.${id}.rim`}
        put={(d, profile) => put(d, { profile })}
      />
      {rim.profile.kind !== 'square' && (
        <LengthField
          label={EDGE_WORDS.bearing}
          value={rim.bearing}
          {...lengths(`openings.${id}.rim.bearing`, (d, bearing) => put(d, { bearing }), 'edge.bearing')}
        />
      )}
    </Section>
  );
}
const PLAIN_RIM: NonNullable<Opening['rim']> = { profile: { kind: 'square' }, bearing: 9.5 };

function Step({ id, index, step, last }: { id: string; index: number; step: OpeningStep; last: boolean }) {
  const lengths = useLengths();
  const edit = useDesignStore((s) => s.edit);
  const isUnderFront = usePicked((d) => d.body.gluedFront !== null && openingOf(d, id)?.face === 'front');
  const isSound = isUnderFront && step.role === 'sound opening';
  const isClosed = isUnderFront && (step.role === 'chamber' || step.role === 'channel');
  return (
    <Section
      title={`Step ${index + 1}: ${step.name}`}
      aside={
        <Button
          size="2xs"
          variant="ghost"
          onClick={() => {
            edit(`removed ${step.name}`, (d) => edits.removeStep(d, id, index));
            if (last) useChosenInLayout.getState().chooseOpening(null);
          }}
        >
          {WORDS.remove}
        </Button>
      }
    >
      <Pick
        label={WORDS.itIsA}
        value={step.role}
        options={ROLES}
        onChange={(role) => edit('changed what a step is', (d) => edits.changeStep(d, id, index, { role }))}
      />
      <ShapeFields id={id} index={index} shape={step.shape} />
      <Bit id={id} index={index} bit={step.bit ?? null} />
      {isSound && (
        <Text fontSize="12px" color="faded">
          {WORDS.throughTheFront}
        </Text>
      )}
      {isClosed && (
        <Text fontSize="12px" color="faded">
          {WORDS.closedUnderTheFront}
        </Text>
      )}
      {!step.through && !isSound && (
        <LengthField
          label={isClosed ? WORDS.depthInTheCore : WORDS.depth}
          value={step.depth}
          {...lengths(
            `openings.${id}.${index}.depth`,
            (d, mm) => edits.changeStep(d, id, index, { depth: mm }),
            'opening.depth',
          )}
        />
      )}
      {!isSound && !isClosed && (
        <Tick
          label={WORDS.throughTheBody}
          checked={step.through}
          onChange={(through) =>
            edit(through ? 'cut a step through' : 'gave a step its floor', (d) =>
              edits.changeStep(d, id, index, { through }),
            )
          }
        />
      )}
      <Islands id={id} index={index} step={step} />
    </Section>
  );
}

const COVER_FIELDS = [
  ['ledge', WORDS.ledge],
  ['thickness', WORDS.coversThickness],
  ['gap', WORDS.gapRoundThePlate],
  ['deeper', WORDS.ledgeDeeperBy],
  ['apart', WORDS.screwSpacingAbout],
] as const;
const SCREW_FIELDS = [
  ['length', 'cover.screwLength', WORDS.screwInTheWood],
  ['thread', 'cover.screw', WORDS.screwThread],
  ['root', 'cover.screw', WORDS.screwRoot],
] as const;

/** The opening's cover: ledge, plate and screws, one thing with the opening. */
function CoverOf({ id, opening }: { id: string; opening: Opening }) {
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { cover } = opening;
  const set = (d: Design, change: Partial<Cover>): Design => {
    const now = openingOf(d, id)?.cover;
    return now ? edits.changeOpening(d, id, { cover: { ...now, ...change } }) : d;
  };
  if (!canBeCovered(opening)) return null;
  return (
    <Section
      title={WORDS.cover2}
      aside={
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            edit(cover ? `removed the cover of ${opening.name}` : `added a cover to ${opening.name}`, (d) =>
              edits.changeOpening(d, id, { cover: cover ? null : PLAIN_COVER }),
            )
          }
        >
          {cover ? WORDS.removeTheCover : WORDS.addACover}
        </Button>
      }
    >
      {cover ? (
        <>
          {COVER_FIELDS.map(([key, label]) => (
            <LengthField
              key={key}
              label={label}
              value={cover[key]}
              {...lengths(`openings.${id}.cover.${key}`, (d, mm) => set(d, { [key]: mm }), `cover.${key}`)}
            />
          ))}
          {cover.apart > 0 &&
            SCREW_FIELDS.map(([key, limit, label]) => (
              <LengthField
                key={key}
                label={label}
                value={cover.screw[key]}
                {...lengths(
                  `openings.${id}.cover.screw.${key}`,
                  (d, mm) => set(d, { screw: { ...openingOf(d, id)!.cover!.screw, [key]: mm } }),
                  limit,
                )}
              />
            ))}
        </>
      ) : (
        <Text fontSize="12px" color="faded">
          A ledge round its first step, a plate and screws: they move, turn and change size with it.
        </Text>
      )}
    </Section>
  );
}

/** Everything about the chosen opening. */
export function ChosenOpening({ id }: { id: string }) {
  const opening = usePicked((d) => openingOf(d, id));
  const design = useDesign();
  const edit = useDesignStore((s) => s.edit);
  const pickX = useCallback((d: Design) => openingOf(d, id)?.at.x ?? 0, [id]);
  const pickY = useCallback((d: Design) => openingOf(d, id)?.at.y ?? 0, [id]);
  const putX = useCallback(
    (d: Design, x: number) =>
      moveOpening(d, id, { at: { x, y: openingOf(d, id)?.at.y ?? 0 } }, derive(d).fits),
    [id],
  );
  const putY = useCallback(
    (d: Design, y: number) =>
      moveOpening(d, id, { at: { x: openingOf(d, id)?.at.x ?? 0, y } }, derive(d).fits),
    [id],
  );
  const isSoundOpening = usePicked(
    (d) =>
      d.body.gluedFront !== null &&
      openingOf(d, id)?.face === 'front' &&
      openingOf(d, id)?.steps[0]?.role === 'sound opening',
  );
  if (!opening) return null;
  const [first] = opening.steps;
  const alike = openingsOfKind(design, id);
  return (
    <>
      <Section
        title={opening.name}
        aside={
          <HStack gap="1">
            <Button
              size="2xs"
              variant="outline"
              onClick={() => {
                let made = '';
                edit(`copied ${opening.name}`, (d) => {
                  const { id: _id, ...rest } = opening;
                  const added = edits.addOpening(d, {
                    ...rest,
                    at: { x: opening.at.x - 12, y: opening.at.y - 12 },
                  });
                  made = added.id;
                  return added.design;
                });
                useChosenInLayout.getState().chooseOpening(made);
              }}
            >
              {WORDS.copy}
            </Button>
            <Button
              size="2xs"
              variant="outline"
              onClick={() => {
                edit(`removed ${opening.name}`, (d) => edits.removeOpening(d, id));
                useChosenInLayout.getState().chooseOpening(null);
              }}
            >
              {WORDS.remove}
            </Button>
          </HStack>
        }
      >
        <TextField
          label={WORDS.name}
          value={opening.name}
          hint="as it stands on paper"
          onCommit={(text) =>
            edit(`named an opening ${text}`, (d) =>
              edits.changeOpening(d, id, { name: text.trim().slice(0, 80) || opening.name }),
            )
          }
        />
        {alike.length > 1 && (
          <HStack justify="end">
            <Button
              size="2xs"
              variant="outline"
              onClick={() => useChosenInLayout.getState().chooseOpenings(alike)}
            >
              {WORDS.allOfThisKind} ({alike.length})
            </Button>
          </HStack>
        )}
        <Choice
          label={WORDS.cutFrom}
          value={opening.face}
          options={[
            ['front', 'Front'],
            ['back', 'Back'],
          ]}
          onChange={(face) =>
            edit(`cut ${opening.name} from the ${face}`, (d) => edits.changeOpening(d, id, { face }))
          }
        />
        {first?.shape.kind !== 'inset' && (
          <>
            <SideLength label={WORDS.fromBridge} path={`openings.${id}.x`} axis="x" pick={pickX} put={putX} />
            <SideLength
              label={WORDS.fromCentreLine}
              path={`openings.${id}.y`}
              axis="y"
              pick={pickY}
              put={putY}
            />
            <NumberField
              label={WORDS.turnedBy}
              value={opening.turn}
              unit="°"
              min={LIMITS['opening.turn'].min}
              max={LIMITS['opening.turn'].max}
              from="the centre line, counter-clockwise"
              places={2}
              onCommit={(turn) =>
                edit(`turned ${opening.name}`, (d) => moveOpening(d, id, { turn }, derive(d).fits))
              }
            />
            <Tick
              label={WORDS.itsPartsMoveWithIt}
              checked={opening.carries === true}
              onChange={(carries) =>
                edit(
                  carries ? `let ${opening.name} carry its parts` : `let the parts of ${opening.name} stay`,
                  (d) => edits.changeOpening(d, id, { carries }),
                )
              }
            />
          </>
        )}
      </Section>
      {opening.steps.map((step, i) => (
        <Step key={i} id={id} index={i} step={step} last={opening.steps.length === 1} />
      ))}
      <HStack py="2" justify="end">
        <Button
          size="2xs"
          variant="outline"
          disabled={opening.steps.length >= 8}
          onClick={() =>
            edit('added a step', (d) => edits.addStep(d, id, deeperStep(openingOf(d, id)!, d.body.thickness)))
          }
        >
          {WORDS.addAStep}
        </Button>
      </HStack>
      {isSoundOpening && <Rim id={id} opening={opening} />}
      <CoverOf id={id} opening={opening} />
    </>
  );
}
