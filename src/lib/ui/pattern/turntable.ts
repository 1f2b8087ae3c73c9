import type { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';

export type Three = typeof import('three');
type Scene = InstanceType<Three['Scene']>;
type Camera = InstanceType<Three['PerspectiveCamera']>;

/** What bodies stand on to be looked at from all sides: light, a camera that the pointer and keys turn, and its picture. */
export interface Turntable {
  three: Three;
  canvas: HTMLCanvasElement;
  scene: Scene;
  camera: Camera;
  controls: OrbitControls;
  /** With the next frame, however often it is asked for until then. */
  draw(): void;
  /** Turns the look, rad about the upright and from the top. */
  turn(azimuth: number, polar: number): void;
  away(): void;
}

/** How an arrow key turns a look, rad. */
const TURNS: Record<string, readonly [azimuth: number, polar: number]> = {
  ArrowLeft: [-0.15, 0],
  ArrowRight: [0.15, 0],
  ArrowUp: [0, -0.15],
  ArrowDown: [0, 0.15]
};

/** Straight from above or below nothing turns any more, rad. */
const LEAST_POLAR = 0.05;

/** @returns null where the canvas is gone by then; `none` where this device draws nothing in three dimensions */
export async function turntable(of: () => HTMLCanvasElement | null): Promise<Turntable | 'none' | null> {
  const [three, { OrbitControls }] = await Promise.all([
    import('three'),
    import('three/examples/jsm/controls/OrbitControls.js')
  ]);
  const canvas = of();
  if (!canvas) return null;
  let renderer: InstanceType<Three['WebGLRenderer']>;
  try {
    renderer = new three.WebGLRenderer({ canvas, antialias: true, alpha: true });
  } catch {
    return 'none';
  }
  renderer.localClippingEnabled = true;
  renderer.setPixelRatio(Math.min(2, devicePixelRatio));
  const scene = new three.Scene();
  const sun = new three.DirectionalLight(0xffffff, 1.6);
  sun.position.set(0.6, -0.8, 1.4);
  scene.add(new three.HemisphereLight(0xffffff, 0x8c7f6c, 2.4), sun);
  const camera = new three.PerspectiveCamera(32, 1, 0.001, 100);
  camera.up.set(0, 0, 1);
  const controls = new OrbitControls(camera, canvas);
  controls.enablePan = false;
  let asked = false;
  function draw() {
    if (asked) return;
    asked = true;
    requestAnimationFrame(() => {
      asked = false;
      const { clientWidth: w, clientHeight: h } = canvas!;
      if (w === 0) return;
      renderer.setSize(w, h, false);
      camera.aspect = w / h;
      camera.updateProjectionMatrix();
      renderer.render(scene, camera);
    });
  }
  controls.addEventListener('change', draw);
  const watched = new ResizeObserver(draw);
  watched.observe(canvas);
  return {
    three,
    canvas,
    scene,
    camera,
    controls,
    draw,
    turn(azimuth, polar) {
      // Spherical angles are told from the second axis; here the third is up.
      const upright = new three.Vector3(1, 0, 0);
      const from = camera.position
        .clone()
        .sub(controls.target)
        .applyAxisAngle(upright, -Math.PI / 2);
      const look = new three.Spherical().setFromVector3(from);
      look.theta += azimuth;
      look.phi = Math.max(LEAST_POLAR, Math.min(Math.PI - LEAST_POLAR, look.phi + polar));
      camera.position
        .setFromSpherical(look)
        .applyAxisAngle(upright, Math.PI / 2)
        .add(controls.target);
      controls.update();
      draw();
    },
    away() {
      watched.disconnect();
      controls.dispose();
      renderer.dispose();
    }
  };
}

/** Turns what stands there by an arrow key. */
export function turnByKey(event: KeyboardEvent, stage: Pick<Turntable, 'turn'> | null): void {
  const by = TURNS[event.key];
  if (!by || !stage) return;
  event.preventDefault();
  stage.turn(...by);
}
