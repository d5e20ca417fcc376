import { FILE_PLACES } from '@pelkin/core';
import { useDesignStore } from '../../design/store.ts';
import type { DroppedFile } from '../../shared/droppedFile.ts';

const trace = '?desk=trace';

/** Lays a picture under the drawing of the open design. */
async function layPicture(file: File): Promise<void> {
  const [{ beginTracingIn }, { layUnder }] = await Promise.all([
    import('./beginIn.ts'),
    import('./layUnder.ts'),
  ]);
  beginTracingIn(useDesignStore.getState().id);
  await layUnder(file);
}

/** Pictures and drawings that are dropped on the page, for a stage that traces. A PDF without lines is laid as a picture. */
export const TRACED_FILES: readonly DroppedFile[] = [
  {
    kinds: FILE_PLACES.picture.filter((kind) => kind !== 'PDF'),
    search: trace,
    take: async (file) => {
      await layPicture(file);
      return null;
    },
  },
  {
    kinds: FILE_PLACES.drawing.filter((kind) => kind !== 'unknown' && kind !== 'other JSON'),
    search: trace,
    take: async (file) => {
      const [{ beginTracingIn }, { useBringIn }] = await Promise.all([
        import('./beginIn.ts'),
        import('./importDrawing.ts'),
      ]);
      beginTracingIn(useDesignStore.getState().id);
      await useBringIn.getState().choose(file);
      const { about, leave } = useBringIn.getState();
      if (about?.kind === 'pdf' && about.lines === 0) {
        leave();
        await layPicture(file);
      }
      return null;
    },
  },
];
