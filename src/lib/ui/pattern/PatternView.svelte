<script lang="ts">
  /**
   * A body in three dimensions, its faces coloured by draft: turned about, its parting dragged, its halves opened. All of it
   * works by keys; the words about it stand beside, for who cannot see it.
   */
  import { onMount } from 'svelte';
  import type { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { Vector } from '$core/pattern/mesh/triangles';
  import OneSlider from '$lib/ui/field/OneSlider.svelte';
  import { units } from '$lib/ui/preferences';

  interface Props {
    positions: Float32Array;
    colours: Uint8Array;
    way: Vector;
    /** Along the way, from the origin, m. */
    parting_m: number;
    /** How far it reaches along the way, m from the origin. */
    reach: { least: number; most: number };
    marks: { at: Vector; of: 'undercut' | 'thin' }[];
    /** Told where the parting was moved to, m. */
    onparting?: ((height_m: number) => void) | undefined;
    label: string;
  }
  const { positions, colours, way, parting_m, reach, marks, onparting, label }: Props = $props();

  let canvas = $state<HTMLCanvasElement | null>(null);
  let opened = $state(0);
  let none = $state(false);
  /** The parting while it is being moved. */
  let moving_m = $state<number | null>(null);
  const height = $derived(moving_m ?? parting_m);
  const span = $derived(reach.most - reach.least || 1e-3);

  type Three = typeof import('three');
  interface Stage {
    three: Three;
    update(): void;
    colour(): void;
    draw(): void;
    turn(azimuth: number, polar: number): void;
    away(): void;
  }
  let stage = $state.raw<Stage | null>(null);

  onMount(() => {
    let gone = false;
    let away: (() => void) | null = null;
    void build().then((made) => {
      if (gone) made?.away();
      else {
        stage = made;
        away = made?.away ?? null;
      }
    });
    return () => {
      gone = true;
      away?.();
    };
  });

  async function build(): Promise<Stage | null> {
    const [three, { OrbitControls: Orbit }] = await Promise.all([
      import('three'),
      import('three/examples/jsm/controls/OrbitControls.js')
    ]);
    if (!canvas) return null;
    let renderer;
    try {
      renderer = new three.WebGLRenderer({ canvas, antialias: true, alpha: true });
    } catch {
      none = true;
      return null;
    }
    renderer.localClippingEnabled = true;
    renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    const scene = new three.Scene();
    const turned = new three.Group();
    scene.add(turned, new three.HemisphereLight(0xffffff, 0x8c7f6c, 2.4));
    const sun = new three.DirectionalLight(0xffffff, 1.6);
    sun.position.set(0.6, -0.8, 1.4);
    scene.add(sun);
    const geometry = new three.BufferGeometry();
    geometry.setAttribute('position', new three.BufferAttribute(positions, 3));
    geometry.setAttribute('color', new three.BufferAttribute(colours.slice(), 3, true));
    // Each half is the whole body, cut off at the parting.
    const planes = [new three.Plane(), new three.Plane()] as const;
    const halves = planes.map((plane) => {
      const material = new three.MeshStandardMaterial({
        vertexColors: true,
        flatShading: true,
        roughness: 0.85,
        side: three.DoubleSide,
        clippingPlanes: [plane]
      });
      const mesh = new three.Mesh(geometry, material);
      mesh.frustumCulled = false;
      turned.add(mesh);
      return mesh;
    });
    const sheet = new three.Mesh(
      new three.PlaneGeometry(1, 1),
      new three.MeshBasicMaterial({
        color: 0x2f6480,
        transparent: true,
        opacity: 0.18,
        // A face may lie just in the parting: the sheet lies over it.
        polygonOffset: true,
        polygonOffsetFactor: -2,
        polygonOffsetUnits: -2,
        side: three.DoubleSide,
        depthWrite: false
      })
    );
    const edge = new three.LineSegments(
      new three.EdgesGeometry(sheet.geometry),
      new three.LineBasicMaterial({ color: 0x2f6480 })
    );
    sheet.add(edge);
    scene.add(sheet);
    const ball = new three.SphereGeometry(1, 16, 12);
    const spots = new three.Group();
    turned.add(spots);
    const camera = new three.PerspectiveCamera(32, 1, 0.001, 100);
    camera.up.set(0, 0, 1);
    const controls: OrbitControls = new Orbit(camera, canvas);
    controls.enablePan = false;

    const middle = new three.Vector3();
    let size = 1;
    function frame() {
      const box = new three.Box3();
      const corner = new three.Vector3();
      // A look at a share of the corners is enough to stand far off enough.
      const stride = 3 * Math.max(1, Math.floor(positions.length / 3 / 60_000));
      for (let i = 0; i < positions.length; i += stride)
        box.expandByPoint(corner.set(positions[i]!, positions[i + 1]!, positions[i + 2]!));
      box.getCenter(middle);
      size = box.getSize(corner).length() || 0.1;
      geometry.boundingSphere = new three.Sphere(middle.clone(), size);
      camera.near = size / 100;
      camera.far = size * 20;
      camera.position.set(1.1 * size, -1.6 * size, 1.1 * size);
      controls.target.set(0, 0, 0);
      controls.update();
    }
    function place() {
      const up = new three.Vector3(...way);
      turned.quaternion.setFromUnitVectors(up, new three.Vector3(0, 0, 1));
      const centre = middle.clone().applyQuaternion(turned.quaternion);
      turned.position.copy(centre).multiplyScalar(-1);
      const z = height - middle.dot(up);
      const open = (opened / 100) * 0.7 * span;
      halves[0]!.position.copy(up).multiplyScalar(open);
      halves[1]!.position.set(0, 0, 0);
      planes[0].set(new three.Vector3(0, 0, 1), -(z + open));
      planes[1].set(new three.Vector3(0, 0, -1), z);
      sheet.position.set(0, 0, z);
      sheet.scale.setScalar(0.85 * size);
      spots.clear();
      for (const { at, of } of marks) {
        const spot = new three.Mesh(
          ball,
          new three.MeshBasicMaterial({
            color: of === 'thin' ? 0x2f6480 : 0x7a1d05,
            wireframe: of === 'thin'
          })
        );
        spot.scale.setScalar(0.014 * size);
        spot.position.set(...at);
        spots.add(spot);
      }
    }
    let asked = false;
    function draw() {
      if (asked) return;
      asked = true;
      requestAnimationFrame(() => {
        asked = false;
        if (!canvas) return;
        const { clientWidth: w, clientHeight: h } = canvas;
        if (w === 0) return;
        renderer!.setSize(w, h, false);
        camera.aspect = w / h;
        camera.updateProjectionMatrix();
        renderer!.render(scene, camera);
      });
    }
    controls.addEventListener('change', draw);
    const watched = new ResizeObserver(draw);
    watched.observe(canvas);

    // The sheet is taken hold of by its edge or anywhere beside the body, and follows the pointer up and down.
    const ray = new three.Raycaster();
    let held: { y: number; at: number } | null = null;
    const pointer = (event: PointerEvent) => {
      const { left, top, width, height: tall } = canvas!.getBoundingClientRect();
      return new three.Vector2(
        (2 * (event.clientX - left)) / width - 1,
        1 - (2 * (event.clientY - top)) / tall
      );
    };
    function down(event: PointerEvent) {
      if (!onparting) return;
      ray.setFromCamera(pointer(event), camera);
      const flat = ray.intersectObject(sheet, false)[0];
      if (!flat) return;
      // Within the outer part of the sheet: the middle is the body's, and turns it.
      const local = sheet.worldToLocal(flat.point.clone());
      if (Math.max(Math.abs(local.x), Math.abs(local.y)) < 0.36) return;
      held = { y: event.clientY, at: height };
      controls.enabled = false;
      canvas!.setPointerCapture(event.pointerId);
    }
    function move(event: PointerEvent) {
      if (!held) return;
      const metres = (size * 1.15) / canvas!.clientHeight;
      moving_m = clamped(held.at + (held.y - event.clientY) * metres);
    }
    function up() {
      if (!held) return;
      held = null;
      controls.enabled = true;
      settle();
    }
    canvas.addEventListener('pointerdown', down, { capture: true });
    canvas.addEventListener('pointermove', move);
    canvas.addEventListener('pointerup', up);
    canvas.addEventListener('pointercancel', up);

    frame();
    place();
    draw();
    return {
      three,
      update() {
        place();
        draw();
      },
      colour() {
        const attribute = geometry.attributes.color!;
        (attribute.array as Uint8Array).set(colours);
        attribute.needsUpdate = true;
        draw();
      },
      draw,
      turn(azimuth, polar) {
        const offset = new three.Spherical().setFromVector3(
          camera.position.clone().applyAxisAngle(new three.Vector3(1, 0, 0), -Math.PI / 2)
        );
        offset.theta += azimuth;
        offset.phi = Math.max(0.05, Math.min(Math.PI - 0.05, offset.phi + polar));
        camera.position.setFromSpherical(offset).applyAxisAngle(new three.Vector3(1, 0, 0), Math.PI / 2);
        controls.update();
        draw();
      },
      away() {
        watched.disconnect();
        controls.dispose();
        geometry.dispose();
        renderer!.dispose();
      }
    };
  }

  const clamped = (m: number) => Math.max(reach.least, Math.min(reach.most, m));
  function settle() {
    if (moving_m === null) return;
    const to = moving_m;
    moving_m = null;
    onparting?.(to);
  }

  $effect(() => {
    void [way, height, opened, marks, reach];
    stage?.update();
  });
  $effect(() => {
    void colours;
    stage?.colour();
  });

  function keys(event: KeyboardEvent) {
    const step = 0.15;
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step]
    };
    const turn = turns[event.key];
    if (!turn || !stage) return;
    event.preventDefault();
    stage.turn(...turn);
  }
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const halves = $derived(
    `${length(Math.max(0, reach.most - height))} in the cope, ${length(Math.max(0, height - reach.least))} in the drag`
  );
</script>

{#if none}
  <p class="soft">
    This device draws nothing in three dimensions; the words beside it say all that it would show.
  </p>
{:else}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (it is turned by the arrow keys) -->
  <div
    class="rounded-base border border-(--rule) bg-(--paper)"
    role="application"
    tabindex="0"
    aria-label="{label} The arrow keys turn it."
    onkeydown={keys}
  >
    <canvas bind:this={canvas} class="block aspect-4/3 w-full touch-none" aria-hidden="true"></canvas>
  </div>
{/if}
<div class="grid gap-1">
  {#if onparting}
    <OneSlider
      label="Parting"
      value={Math.round(((height - reach.least) / span) * 1000)}
      max={1000}
      tone="water"
      about={halves}
      says={halves}
      onmove={(value) => (moving_m = clamped(reach.least + (value / 1000) * span))}
      onsettle={settle}
    />
  {/if}
  {#if !none}
    <OneSlider
      label="Open the halves"
      value={opened}
      max={100}
      says="{opened} %"
      onmove={(value) => (opened = value)}
    />
  {/if}
</div>
