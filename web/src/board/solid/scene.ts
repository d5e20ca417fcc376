import type { Shaded } from '@pelkin/core';
import * as THREE from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import type { Crowned } from './crowned.ts';
import { crownedGeometry } from './crowned.ts';
import { FRAGMENT, VERTEX } from './wood.ts';

/** What a solid’s surface shows. */
export type Surface = 'wood' | 'stripes' | 'curvature';
/** A way it is looked at square. */
export type SquareView = 'front' | 'back' | 'bass' | 'treble' | 'tail' | 'neck' | 'turned' | 'turnedBack';
/** Where the eye is and what it looks at, mm. */
export interface Camera {
  readonly eye: readonly [number, number, number];
  readonly target: readonly [number, number, number];
}
/** A cut square to an axis: what lies beyond it is taken away. */
export interface Cut {
  readonly axis: 'x' | 'y' | 'z';
  readonly at: number;
  /** Keeps what lies beyond, and takes the rest away. */
  readonly other: boolean;
}
/** What something beside the solid looks like. Of these, `part` and `wire` are shown as parts are chosen to be. */
export type BlockLook = 'part' | 'wire' | 'board' | 'pale';
/** Something beside the solid: an upright piece on a plan, from low to high, mm, in its own frame: turned about y, its origin at x and z. */
export interface Block {
  readonly plan: readonly { readonly x: number; readonly y: number }[];
  readonly low: number;
  readonly high: number;
  readonly look: BlockLook;
  readonly frame: { readonly tilt: number; readonly x: number; readonly z: number } | null;
  /** How its top falls away, and whether its underside does too; null where it is level. */
  readonly crown: Pick<Crowned, 'drop' | 'isBelowToo'> | null;
}
/** All that is shown. */
export interface Shows {
  readonly solid: Shaded;
  readonly neck: Shaded | null;
  readonly strings: readonly (readonly { readonly x: number; readonly y: number; readonly z: number }[])[];
  readonly blocks: readonly Block[];
  readonly parts: 'hidden' | 'ghosts' | 'solid';
  readonly surface: Surface;
  readonly cut: Cut | null;
  /** Left-handed: everything as in a mirror. */
  readonly mirrored: boolean;
  readonly dark: boolean;
}
/** The ground of a picture. */
export type Ground = 'paper' | 'white' | 'none';

// Colours are mixed as they are written: what is shaded is drawn, not measured light.
THREE.ColorManagement.enabled = false;

/** How wide the eye sees, up and down, degrees. */
const ANGLE = 22;
/** How wide a view is beyond what it shows. */
const ROOM = 1.06;
const INK = { light: 0x1f2a2e, dark: 0x0f0d0b };
const PAPER = { light: 0xf4eee0, dark: 0x1c1a17 };

/** Face, late wood, end grain and cut of the wood of a body, and of a front that is glued on it: lighter. */
const WOOD = [0xc8935a, 0x8a5a30, 0xa9743f, 0xe6cfa2] as const;
const FRONT_WOOD = [0xe6c88f, 0xc09a5e, 0xcdaa6c, 0xf3e4c2] as const;

/** And of a neck: paler still. */
const NECK_WOOD = [0xdcb67a, 0xb18a50, 0xbf9857, 0xefdcb2] as const;
/** Plain pieces, by what they look like. */
const PLAIN: Readonly<Record<BlockLook, number>> = {
  part: 0x55585a,
  wire: 0xa7aaa8,
  board: 0x4a3529,
  pale: 0xe8e0cc,
};

const uniforms = (alpha: number, plain: number | null, [face, deep, end, cut]: readonly number[] = WOOD) => ({
  uLook: { value: 0 },
  uFace: { value: new THREE.Color(plain ?? face) },
  uDeep: { value: new THREE.Color(deep) },
  uEnd: { value: new THREE.Color(end) },
  uCut: { value: new THREE.Color(cut) },
  uAlpha: { value: alpha },
  uPlane: { value: new THREE.Vector4(0, 0, 0, 1) },
  uPlain: { value: plain !== null },
});

const plainMaterial = (look: BlockLook): THREE.ShaderMaterial =>
  new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: uniforms(1, PLAIN[look]),
    side: THREE.DoubleSide,
  });

/** An upright piece on a plan. */
function levelGeometry(plan: Block['plan'], low: number, high: number): THREE.BufferGeometry {
  const shape = new THREE.Shape(plan.map(({ x, y }) => new THREE.Vector2(x, y)));
  return new THREE.ExtrudeGeometry(shape, { depth: high - low, bevelEnabled: false }).translate(0, 0, low);
}

const WAYS: Readonly<Record<SquareView, readonly [number, number, number]>> = {
  front: [0, 0, 1],
  back: [0, 0, -1],
  // A hair off the pole: exactly over it, nothing says which way is up.
  bass: [0, 1, 0.0001],
  treble: [0, -1, 0.0001],
  tail: [-1, 0, 0],
  neck: [1, 0, 0],
  turned: [-0.35, -0.62, 0.8],
  turnedBack: [0.35, -0.62, -0.8],
};

/** A solid on a canvas, turned by hand. It draws only when something changes. */
export class SolidScene {
  readonly #renderer: THREE.WebGLRenderer;
  readonly #scene = new THREE.Scene();
  readonly #camera = new THREE.PerspectiveCamera(ANGLE, 1, 20, 12_000);
  readonly #controls: OrbitControls;
  readonly #all = new THREE.Group();
  #shows: Shows | null = null;
  #frame = 0;
  #onDraw: () => void;
  readonly #wood = new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: uniforms(1, null),
    side: THREE.DoubleSide,
  });
  /** Of a body of two pieces: the glued-on front’s. */
  readonly #frontWood = new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: uniforms(1, null, FRONT_WOOD),
    side: THREE.DoubleSide,
  });
  readonly #neckWood = new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: uniforms(1, null, NECK_WOOD),
    side: THREE.DoubleSide,
  });
  readonly #ink = new THREE.LineBasicMaterial({ color: INK.light, transparent: true, opacity: 0.7 });
  readonly #ghost = new THREE.ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: uniforms(0.34, PLAIN.part),
    transparent: true,
    depthWrite: false,
    side: THREE.DoubleSide,
  });
  readonly #plain: Readonly<Record<BlockLook, THREE.ShaderMaterial>> = {
    part: plainMaterial('part'),
    wire: plainMaterial('wire'),
    board: plainMaterial('board'),
    pale: plainMaterial('pale'),
  };
  readonly #string = new THREE.LineBasicMaterial({ color: 0x6e7275 });

  /** Throws where the browser draws no solids. `onDraw` is called with each drawing; `onMoved` when a hand moved the camera. */
  constructor(canvas: HTMLCanvasElement, onDraw: () => void, onMoved: (camera: Camera) => void) {
    this.#renderer = new THREE.WebGLRenderer({
      canvas,
      antialias: true,
      alpha: true,
      preserveDrawingBuffer: false,
    });
    this.#renderer.outputColorSpace = THREE.LinearSRGBColorSpace;
    this.#renderer.localClippingEnabled = true;
    this.#onDraw = onDraw;
    this.#scene.add(this.#all);
    this.#controls = new OrbitControls(this.#camera, canvas);
    this.#controls.enableDamping = false;
    this.#controls.minDistance = 150;
    this.#controls.maxDistance = 6000;
    this.#controls.addEventListener('change', () => {
      this.draw();
      onMoved(this.camera);
    });
  }

  get camera(): Camera {
    const { x, y, z } = this.#camera.position;
    const { target } = this.#controls;
    return { eye: [x, y, z], target: [target.x, target.y, target.z] };
  }
  set camera({ eye, target }: Camera) {
    this.#controls.target.set(...target);
    this.#camera.position.set(...eye);
    this.#controls.update();
    this.draw();
  }

  /** Looks at all of it from one side, so near that it fills the canvas. */
  lookFrom(view: SquareView): void {
    const box = new THREE.Box3().setFromObject(this.#all);
    if (box.isEmpty()) return;
    const middle = box.getCenter(new THREE.Vector3());
    const way = new THREE.Vector3(...WAYS[view]).normalize();
    // A left-handed body is seen from the same end.
    if (this.#shows?.mirrored) way.x = -way.x;
    this.#controls.target.copy(middle);
    this.#camera.position.copy(middle).addScaledVector(way, 1000);
    this.#controls.update();
    this.#camera.updateMatrixWorld();
    // How far each corner reaches to the side and up, as it is seen from there, and how near it comes.
    const up = Math.tan((ANGLE * Math.PI) / 360);
    const seen = this.#camera.matrixWorldInverse;
    let far = 0;
    for (const x of [box.min.x, box.max.x])
      for (const y of [box.min.y, box.max.y])
        for (const z of [box.min.z, box.max.z]) {
          const p = new THREE.Vector3(x, y, z).applyMatrix4(seen);
          const nearer = p.z + 1000;
          far = Math.max(
            far,
            nearer + Math.max(Math.abs(p.y) / up, Math.abs(p.x) / (up * this.#camera.aspect)) * ROOM,
          );
        }
    this.#camera.position.copy(middle).addScaledVector(way, far);
    this.#controls.update();
    this.draw();
  }

  /** Turns by so many degrees to the right and up. */
  turn(right: number, up: number): void {
    const offset = this.#camera.position.clone().sub(this.#controls.target);
    const place = new THREE.Spherical().setFromVector3(offset);
    place.theta -= (right * Math.PI) / 180;
    place.phi = Math.min(Math.PI - 1e-4, Math.max(1e-4, place.phi - (up * Math.PI) / 180));
    this.#camera.position.copy(this.#controls.target).add(offset.setFromSpherical(place));
    this.#controls.update();
    this.draw();
  }

  zoom(by: number): void {
    const offset = this.#camera.position.clone().sub(this.#controls.target);
    const long = Math.min(6000, Math.max(150, offset.length() / by));
    this.#camera.position.copy(this.#controls.target).add(offset.setLength(long));
    this.#controls.update();
    this.draw();
  }

  /** Shows something else from where the eye is. */
  show(shows: Shows): void {
    const before = this.#shows;
    this.#shows = shows;
    if (
      before?.solid !== shows.solid ||
      before.neck !== shows.neck ||
      before.strings !== shows.strings ||
      before.blocks !== shows.blocks ||
      before.parts !== shows.parts
    )
      this.#build(shows);
    this.#all.scale.x = shows.mirrored ? -1 : 1;
    const { cut } = shows;
    // Of the solid, where this is under its last number stays.
    const sign = cut?.other ? -1 : 1;
    const along = (axis: Cut['axis']): number => (cut?.axis === axis ? sign : 0);
    const plane = cut
      ? new THREE.Vector4(along('x'), along('y'), along('z'), sign * cut.at)
      : new THREE.Vector4(0, 0, 0, 1);
    const woods = [this.#wood, this.#frontWood, this.#neckWood];
    for (const material of [...woods, this.#ghost, ...Object.values(this.#plain)]) {
      material.uniforms.uPlane!.value = plane;
      material.uniforms.uLook!.value = woods.includes(material)
        ? ['wood', 'stripes', 'curvature'].indexOf(shows.surface)
        : 0;
    }
    // Lines are cut as they stand in the room, mirrored or not.
    const hand = shows.mirrored ? -1 : 1;
    this.#ink.clippingPlanes = this.#string.clippingPlanes = cut
      ? [new THREE.Plane(new THREE.Vector3(-hand * along('x'), -along('y'), -along('z')), sign * cut.at)]
      : [];
    this.#ink.color.setHex(shows.dark ? INK.dark : INK.light);
    this.draw();
  }

  #addSolid({ places, normals, creases, pieces }: Shaded, woods: readonly THREE.ShaderMaterial[]): void {
    const surface = new THREE.BufferGeometry();
    surface.setAttribute('position', new THREE.BufferAttribute(places, 3));
    surface.setAttribute('normal', new THREE.BufferAttribute(normals, 3));
    let from = 0;
    pieces.forEach((corners, i) => {
      surface.addGroup(from, corners, i);
      from += corners;
    });
    this.#all.add(new THREE.Mesh(surface, [...woods]));
    const lines = new THREE.BufferGeometry();
    lines.setAttribute('position', new THREE.BufferAttribute(creases, 3));
    this.#all.add(new THREE.LineSegments(lines, this.#ink));
  }

  #build({ solid, neck, strings, blocks, parts }: Shows): void {
    for (const child of [...this.#all.children]) {
      this.#all.remove(child);
      if (child instanceof THREE.Mesh || child instanceof THREE.LineSegments)
        (child.geometry as THREE.BufferGeometry).dispose();
    }
    // The core, and the front that is glued on it.
    this.#addSolid(solid, [this.#wood, this.#frontWood]);
    if (neck) this.#addSolid(neck, [this.#neckWood]);
    for (const { plan, low, high: wanted, look, frame, crown } of blocks) {
      const isPart = look === 'part' || look === 'wire';
      if (isPart && parts === 'hidden') continue;
      const high = Math.max(low + 0.1, wanted);
      const block = crown ? crownedGeometry({ plan, low, high, ...crown }) : levelGeometry(plan, low, high);
      if (frame) {
        block.rotateY(frame.tilt);
        block.translate(frame.x, 0, frame.z);
      }
      this.#all.add(new THREE.Mesh(block, isPart && parts === 'ghosts' ? this.#ghost : this.#plain[look]));
    }
    if (parts === 'hidden' || strings.length === 0) return;
    const ends = strings.flatMap((line) =>
      line.slice(1).flatMap((b, i) => [line[i]!, b].map((p) => new THREE.Vector3(p.x, p.y, p.z))),
    );
    this.#all.add(new THREE.LineSegments(new THREE.BufferGeometry().setFromPoints(ends), this.#string));
  }

  /** Where a place of the instrument is on the canvas, pixels from its upper left corner. */
  onCanvas(x: number, y: number, z: number): { readonly x: number; readonly y: number } {
    const p = new THREE.Vector3(this.#shows?.mirrored ? -x : x, y, z).project(this.#camera);
    const { clientWidth, clientHeight } = this.#renderer.domElement;
    return { x: ((p.x + 1) / 2) * clientWidth, y: ((1 - p.y) / 2) * clientHeight };
  }

  size(width: number, height: number): void {
    this.#renderer.setPixelRatio(window.devicePixelRatio || 1);
    this.#renderer.setSize(width, height, false);
    this.#camera.aspect = width / Math.max(1, height);
    this.#camera.updateProjectionMatrix();
    this.draw();
  }

  /** Draws with the next frame. */
  draw(): void {
    if (this.#frame) return;
    this.#frame = requestAnimationFrame(() => {
      this.#frame = 0;
      this.#renderer.render(this.#scene, this.#camera);
      this.#onDraw();
    });
  }

  /** A picture of what is seen, width by height pixels, as PNG. */
  async picture(width: number, height: number, ground: Ground): Promise<Blob> {
    const { domElement } = this.#renderer;
    const { clientWidth, clientHeight } = domElement;
    const dark = this.#shows?.dark ?? false;
    const colour = ground === 'white' ? 0xffffff : dark ? PAPER.dark : PAPER.light;
    try {
      this.#renderer.setPixelRatio(1);
      this.#renderer.setSize(width, height, false);
      this.#camera.aspect = width / height;
      this.#camera.updateProjectionMatrix();
      this.#renderer.setClearColor(colour, ground === 'none' ? 0 : 1);
      this.#renderer.render(this.#scene, this.#camera);
      return await new Promise((resolve, reject) =>
        domElement.toBlob(
          (blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be made.'))),
          'image/png',
        ),
      );
    } finally {
      this.#renderer.setClearColor(0, 0);
      this.size(clientWidth, clientHeight);
    }
  }

  end(): void {
    cancelAnimationFrame(this.#frame);
    this.#controls.dispose();
    for (const child of this.#all.children)
      if (child instanceof THREE.Mesh || child instanceof THREE.LineSegments)
        (child.geometry as THREE.BufferGeometry).dispose();
    const { part, wire, board, pale } = this.#plain;
    for (const material of [
      this.#wood,
      this.#frontWood,
      this.#neckWood,
      this.#ghost,
      part,
      wire,
      board,
      pale,
    ])
      material.dispose();
    this.#ink.dispose();
    this.#string.dispose();
    this.#renderer.dispose();
  }
}
