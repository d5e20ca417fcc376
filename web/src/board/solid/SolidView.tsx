import type { Shaded } from '@pelkin/core';
import { Box, Text } from '@chakra-ui/react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { useAppearance } from '../../shared/appearance.ts';
import { download } from '../../shared/download.ts';
import type { Block, Shows } from './scene.ts';
import { SolidScene } from './scene.ts';
import { useSolidLook } from './solidStore.ts';

/** A place on the solid that has something to say. */
export interface SolidMark {
  readonly key: string;
  readonly at: { readonly x: number; readonly y: number; readonly z: number };
  readonly words: string;
  readonly severity: 'stop' | 'look';
}

interface Props {
  readonly label: string;
  /** Whose solid it is: the eye is kept for it. */
  readonly of: string;
  readonly solid: Shaded;
  readonly neck: Shaded | null;
  /** Each in space, from end to end. */
  readonly strings: Shows['strings'];
  readonly blocks: readonly Block[];
  readonly marks: readonly SolidMark[];
  readonly mirrored: boolean;
}

/** An arrow key turns by so many degrees; + and − zoom by so much. */
const STEP = 10;
const ZOOM = 1.2;

/** A solid that is turned by hand, with marks on it. */
export function SolidView({ label, of, solid, neck, strings, blocks, marks, mirrored }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const area = useRef<HTMLDivElement>(null);
  const scene = useRef<SolidScene | null>(null);
  const pins = useRef(new Map<string, HTMLElement>());
  const [failure, setFailure] = useState<string | null>(null);
  const [shownMark, showMark] = useState<string | null>(null);
  const { surface, parts, findings, cut, asked, set } = useSolidLook();
  const dark = useAppearance((s) => s.appearance === 'dark');
  const latest = useRef(marks);
  useLayoutEffect(() => {
    latest.current = marks;
  }, [marks]);

  useLayoutEffect(() => {
    let made: SolidScene;
    try {
      made = new SolidScene(
        canvas.current!,
        () => {
          for (const { key, at } of latest.current) {
            const pin = pins.current.get(key);
            if (!pin) continue;
            const p = made.onCanvas(at.x, at.y, at.z);
            pin.style.transform = `translate(${p.x.toFixed(1)}px, ${p.y.toFixed(1)}px) translate(-50%, -50%)`;
          }
        },
        (camera) => useSolidLook.getState().set({ camera: { of, at: camera } }),
      );
    } catch {
      // Said once the page is drawn; there is nothing to look at.
      queueMicrotask(() =>
        setFailure(
          'This browser does not draw solids: its WebGL is off or missing. The board shows the body in plan and section.',
        ),
      );
      return;
    }
    scene.current = made;
    const watch = new ResizeObserver(() => {
      const { clientWidth, clientHeight } = area.current!;
      if (clientWidth > 0) made.size(clientWidth, clientHeight);
    });
    watch.observe(area.current!);
    made.size(area.current!.clientWidth, area.current!.clientHeight);
    return () => {
      watch.disconnect();
      scene.current = null;
      made.end();
    };
  }, [of]);

  useLayoutEffect(() => {
    const now = scene.current;
    if (!now) return;
    now.show({ solid, neck, strings, blocks, parts, surface, cut, mirrored, dark });
    const { camera } = useSolidLook.getState();
    if (camera?.of === of) now.camera = camera.at;
    else now.lookFrom('turned');
  }, [solid, neck, strings, blocks, parts, surface, cut, mirrored, dark, of]);

  useEffect(() => {
    const now = scene.current;
    if (!asked || !now) return;
    set({ asked: null });
    if (asked.what === 'look') {
      now.lookFrom(asked.from);
      set({ camera: { of, at: now.camera } });
      return;
    }
    now
      .picture(asked.width, asked.height, asked.ground)
      .then((blob) => download(asked.name, 'image/png', blob))
      .catch((error: unknown) => setFailure(error instanceof Error ? error.message : String(error)));
  }, [asked, of, set]);

  if (failure)
    return (
      <Text p="6" maxW="60ch" role="alert">
        {failure}
      </Text>
    );
  const told = marks.find((m) => m.key === shownMark);
  return (
    <Box ref={area} position="absolute" inset="0">
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        tabIndex={0}
        data-testid="solid"
        style={{ width: '100%', height: '100%', display: 'block', touchAction: 'none' }}
        onKeyDown={({ key }) => {
          const now = scene.current;
          if (!now) return;
          if (key === 'ArrowLeft') now.turn(-STEP, 0);
          else if (key === 'ArrowRight') now.turn(STEP, 0);
          else if (key === 'ArrowUp') now.turn(0, STEP);
          else if (key === 'ArrowDown') now.turn(0, -STEP);
          else if (key === '+' || key === '=') now.zoom(ZOOM);
          else if (key === '-') now.zoom(1 / ZOOM);
          else return;
        }}
      />
      {findings &&
        marks.map(({ key, words, severity }) => (
          <button
            key={key}
            ref={(element) => {
              if (element) pins.current.set(key, element);
              else pins.current.delete(key);
            }}
            type="button"
            aria-label={words}
            aria-pressed={key === shownMark}
            onClick={() => showMark(key === shownMark ? null : key)}
            style={{ position: 'absolute', left: 0, top: 0, width: 24, height: 24, cursor: 'pointer' }}
          >
            <Box
              as="span"
              display="block"
              m="auto"
              w="13px"
              h="13px"
              borderWidth="2px"
              borderColor="sheet"
              bg={severity === 'stop' ? 'madder' : 'ochre'}
              rounded={severity === 'stop' ? '0' : 'full'}
            />
          </button>
        ))}
      {findings && told && (
        <Text
          position="absolute"
          left="3"
          bottom="3"
          right="3"
          bg="sheet"
          borderWidth="1px"
          borderColor="rule"
          rounded="l2"
          px="3"
          py="2"
          fontSize="13px"
          role="status"
        >
          {told.words}
        </Text>
      )}
    </Box>
  );
}
