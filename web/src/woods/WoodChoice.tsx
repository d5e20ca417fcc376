import type { ShelfWood, Wood, WoodPiece, WoodUse } from '@pelkin/core';
import { LIMITS, WOODS, densityOf, edits, shelfWood } from '@pelkin/core';
import { Button, HStack, Text } from '@chakra-ui/react';
import { usePicked } from '../design/derived.ts';
import { useLengths } from '../design/lengths.ts';
import { useDesignStore } from '../design/store.ts';
import { LengthField } from '../shared/LengthField.tsx';
import { NumberField } from '../shared/NumberField.tsx';
import { Pick } from '../shared/Pick.tsx';
import { Reading } from '../shared/Section.tsx';
import { TextField } from '../shared/TextField.tsx';
import { PIECE_WORDS, WORDS } from './words.ts';

const USES: Readonly<Record<WoodPiece, WoodUse>> = {
  body: 'body',
  front: 'front',
  neck: 'neck',
  board: 'fingerboard',
};
/** What stands for a wood of the user’s own in the list: no wood is called that. */
const OWN = '+';
/** A board to begin measuring from, mm and g, with the density that is likely. */
const START = { length: 500, width: 180, thickness: 45 };

/** Woods of the shelf, those that are usual for a piece first. */
const forPiece = (piece: WoodPiece): readonly ShelfWood[] => [
  ...WOODS.filter((w) => w.uses.includes(USES[piece])),
  ...WOODS.filter((w) => !w.uses.includes(USES[piece])),
];

const ofShelf = ({ name, low, usual, high }: ShelfWood): Wood => ({
  name,
  density: { likely: usual, from: low, to: high },
  board: null,
});

const kg = (value: number): string => value.toFixed(0);

/** The wood of a piece: from the shelf, or one of the user’s own; and the very board that it is made from, weighed. */
export function WoodChoice({ piece, label = PIECE_WORDS[piece] }: { piece: WoodPiece; label?: string }) {
  const wood = usePicked((d) => d.weight.woods[piece]);
  const own = usePicked((d) => d.weight.own);
  const edit = useDesignStore((s) => s.edit);
  const lengths = useLengths();
  const { name, board } = wood;
  const onShelf = shelfWood(name);
  const kept = own.find((w) => w.name === name);
  const density = densityOf(wood);
  const is = name === '' ? '' : onShelf || kept ? name : OWN;
  const set = (words: string, next: (now: Wood) => Wood) =>
    edit(words, (d) => edits.setWood(d, piece, next(d.weight.woods[piece])));
  const choose = (key: string): void => {
    if (key === OWN) return void set(`${label} of another wood`, (w) => ({ ...w, name: 'Own wood' }));
    const found = shelfWood(key);
    const mine = own.find((w) => w.name === key);
    if (found) set(`${label} of ${key}`, () => ofShelf(found));
    else if (mine) set(`${label} of ${key}`, () => ({ ...mine, board: null }));
  };
  const densityField = (of: 'from' | 'likely' | 'to', words: string) => (
    <NumberField
      {...LIMITS['wood.density']}
      label={words}
      value={wood.density[of]}
      unit="kg/m³"
      places={0}
      onCommit={(value) =>
        set(`${words} ${value} kg/m³`, (w) => ({ ...w, density: { ...w.density, [of]: value } }))
      }
    />
  );
  const boardLength = (of: 'length' | 'width' | 'thickness', words: string) =>
    board && (
      <LengthField
        label={words}
        value={board[of]}
        {...lengths(
          `weight.woods.${piece}.board.${of}`,
          (d, mm) => {
            const now = d.weight.woods[piece];
            return now.board ? edits.setWood(d, piece, { ...now, board: { ...now.board, [of]: mm } }) : d;
          },
          `wood.board${of === 'length' ? 'Length' : of === 'width' ? 'Width' : 'Thickness'}`,
        )}
      />
    );
  return (
    <>
      <Pick
        label={label}
        value={is}
        options={[
          ...(name === '' ? [['', WORDS.notChosen] as const] : []),
          ...forPiece(piece).map((w) => [w.name, w.name] as const),
          ...own.filter((w) => w.name && !shelfWood(w.name)).map((w) => [w.name, w.name] as const),
          [OWN, is === OWN ? name : WORDS.ownWood] as const,
        ]}
        onChange={choose}
      />
      {is === OWN && (
        <>
          <TextField
            label={WORDS.woodName}
            value={name}
            hint="as you know it"
            onCommit={(text) => set('named the wood', (w) => ({ ...w, name: text.trim().slice(0, 60) }))}
          />
          {!board && (
            <>
              {densityField('from', WORDS.low)}
              {densityField('likely', WORDS.likely)}
              {densityField('to', WORDS.high)}
            </>
          )}
          <Button
            size="2xs"
            variant="outline"
            alignSelf="start"
            w="fit-content"
            onClick={() =>
              edit(`${name} on the shelf`, (d) =>
                edits.editWeight(d, { own: [...d.weight.own, { ...wood, board: null }] }),
              )
            }
          >
            {WORDS.keepOnShelf}
          </Button>
        </>
      )}
      {board && (
        <>
          {boardLength('length', WORDS.boardLength)}
          {boardLength('width', WORDS.boardWidth)}
          {boardLength('thickness', WORDS.boardThickness)}
          <NumberField
            {...LIMITS['wood.boardMass']}
            label={WORDS.boardMass}
            value={board.mass}
            unit="g"
            places={0}
            onCommit={(mass) =>
              set(`${WORDS.boardMass} ${mass} g`, (w) =>
                w.board ? { ...w, board: { ...w.board, mass } } : w,
              )
            }
          />
        </>
      )}
      <Reading
        label={WORDS.density}
        value={`${kg(density.likely)} (${kg(density.from)} to ${kg(density.to)})`}
        unit="kg/m³"
      />
      <HStack justify="space-between">
        <Button
          size="2xs"
          variant="outline"
          onClick={() =>
            set(board ? 'took the usual density' : 'weighed a board of your own', (w) => ({
              ...w,
              board: w.board
                ? null
                : {
                    ...START,
                    mass: Math.round(START.length * START.width * START.thickness * w.density.likely * 1e-6),
                  },
            }))
          }
        >
          {board ? WORDS.usualDensity : WORDS.weighABoard}
        </Button>
      </HStack>
      {onShelf?.dust && (
        <Text fontSize="12px" color="ochre">
          ▲ Dust: {onShelf.dust}. People differ; extraction and a fitted mask, and what data sheets and local
          rules say.
        </Text>
      )}
    </>
  );
}
