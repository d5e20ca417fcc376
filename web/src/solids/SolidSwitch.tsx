import { Box } from '@chakra-ui/react';
import { ShowSwitch } from '../shared/ShowSwitch.tsx';
import { useShown } from '../shared/shown.ts';
import { SolidControls } from './SolidControls.tsx';
import { WORDS } from './words.ts';

/** Whether the solid is shown in the board’s place; and how it is looked at, while it is. */
export function SolidSwitch() {
  const solid = useShown((s) => s.solid);
  return (
    <>
      <Box display="grid" pb="2">
        <ShowSwitch what="solid" words={WORDS.solidView} />
      </Box>
      {solid && <SolidControls />}
    </>
  );
}
