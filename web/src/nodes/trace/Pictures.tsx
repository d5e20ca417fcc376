import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { usePicked } from '../drawn.ts';
import { FileButton } from '../../shared/FileButton.tsx';
import { NumberField } from '../../shared/NumberField.tsx';
import { Section } from '../../shared/Section.tsx';
import { EdgeOfBody } from './EdgeOfBody.tsx';
import { Lie } from './Lie.tsx';
import { Perspective } from './Perspective.tsx';
import { PictureRow } from './PictureRow.tsx';
import { Scale } from './Scale.tsx';
import { Hint } from './TaskButton.tsx';
import { Working } from './Working.tsx';
import { carryOutline, layUnder, leaveOutline, outlineToCarry, stopWork } from './layUnder.ts';
import { useTracing } from './tracing.ts';
import { WORDS } from '../words.ts';

/** Asks what becomes of an outline whose picture was moved since it was taken. */
function Carried() {
  const taken = useTracing((s) => s.taken);
  const isMoved = usePicked((d) => taken !== null && outlineToCarry(taken, d) !== null);
  if (!isMoved) return null;
  return (
    <Box role="status" fontSize="12.5px">
      <Text>{WORDS.pictureMoved}</Text>
      <HStack justify="end">
        <Button size="2xs" variant="outline" onClick={leaveOutline}>
          {WORDS.leaveTheOutline}
        </Button>
        <Button size="2xs" colorPalette="green" onClick={carryOutline}>
          {WORDS.moveTheOutline}
        </Button>
      </HStack>
    </Box>
  );
}

/** Pictures under the drawing, and everything that is done with them. */
export function Pictures() {
  const underlays = usePicked((d) => d.underlays);
  const { id, share, doing, problem, told, pdf } = useTracing();
  const chosen = underlays.find((u) => u.id === id) ?? null;
  return (
    <>
      <Section
        title={WORDS.fromAPicture}
        aside={
          <FileButton
            words="Add a picture"
            label={WORDS.pictureFile}
            accept=".jpg,.jpeg,.png,.webp,.pdf"
            onFile={(file) => void layUnder(file)}
          />
        }
      >
        {underlays.length === 0 && (
          <Hint>
            {'A photo, a scan or a page of a plan: JPEG, PNG, WebP or PDF. It is kept with the design.'}
          </Hint>
        )}
        <Box role="list" aria-label={WORDS.pictures}>
          {underlays.map((u) => (
            <PictureRow key={u.id} u={u} />
          ))}
        </Box>
        {pdf && (
          <NumberField
            label={WORDS.anotherPageOfThePdf}
            value={pdf.page}
            unit=""
            min={1}
            max={pdf.pages}
            from="counted from 1"
            whole
            onCommit={(n) => {
              void layUnder(pdf.file, n);
              return [];
            }}
          />
        )}
        {problem && (
          <Text fontSize="12.5px" color="madder" role="alert">
            {problem}
          </Text>
        )}
        {told && (
          <Text fontSize="12.5px" color="kelp" role="status">
            ● {told}
          </Text>
        )}
        <Carried />
        {share !== null && <Working label={doing} share={share} onStop={stopWork} />}
      </Section>
      {chosen && !chosen.hidden && (
        <>
          <Scale />
          <Perspective />
          <EdgeOfBody />
          <Lie u={chosen} />
        </>
      )}
      {chosen?.hidden && <Hint>{'It is hidden: show it to work on it.'}</Hint>}
    </>
  );
}
