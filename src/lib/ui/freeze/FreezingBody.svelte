<script lang="ts">
  /**
   * All metal of a mold in three dimensions at a time after the pour, turned about by pointer or keys; where it is cut off a
   * ball shows through. The words about it stand beside, for who cannot see it.
   */
  import { onMount } from 'svelte';
  import type { Picture } from '$core/freeze/picture';
  import { metalSkin, skinColours } from './metal-skin';

  interface Props {
    picture: Picture;
    at_s: number;
    /** Hot places, m from the middle of the flask at the parting. */
    marks: readonly { x_m: number; y_m: number; z_m: number }[];
    label: string;
  }
  const { picture, at_s, marks, label }: Props = $props();
  let canvas = $state<HTMLCanvasElement | null>(null);
  let none = $state(false);
  interface Stage {
    colour(at_s: number): void;
    turn(azimuth: number, polar: number): void;
    away(): void;
  }
  let stage = $state.raw<Stage | null>(null);
  onMount(() => {
    let gone = false;
    void build().then((made) => {
      if (gone) made?.away();
      else stage = made;
    });
    return () => {
      gone = true;
      stage?.away();
    };
  });
  $effect(() => stage?.colour(at_s));

  async function build(): Promise<Stage | null> {
    const [three, { OrbitControls }] = await Promise.all([
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
    renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    const scene = new three.Scene();
    scene.add(new three.HemisphereLight(0xffffff, 0x8c7f6c, 2.4));
    const sun = new three.DirectionalLight(0xffffff, 1.4);
    sun.position.set(0.6, -0.8, 1.4);
    scene.add(sun);
    const skin = metalSkin(picture);
    const geometry = new three.BufferGeometry();
    geometry.setAttribute('position', new three.BufferAttribute(skin.positions, 3));
    geometry.setAttribute('color', new three.BufferAttribute(skinColours(skin, picture, at_s), 3, true));
    geometry.computeVertexNormals();
    const material = new three.MeshStandardMaterial({
      vertexColors: true,
      flatShading: true,
      roughness: 0.85
    });
    scene.add(new three.Mesh(geometry, material));
    geometry.computeBoundingSphere();
    const { center, radius } = geometry.boundingSphere!;
    const ball = new three.SphereGeometry(0.03 * radius, 16, 12);
    // Through the metal about it.
    const shows = new three.MeshBasicMaterial({ color: 0x7a1d05, depthTest: false, transparent: true });
    for (const { x_m, y_m, z_m } of marks) {
      const spot = new three.Mesh(ball, shows);
      spot.position.set(x_m, y_m, z_m);
      scene.add(spot);
    }
    const camera = new three.PerspectiveCamera(32, 1, radius / 50, radius * 20);
    camera.up.set(0, 0, 1);
    camera.position.copy(center).add(new three.Vector3(1.6, -2.9, 1.7).multiplyScalar(radius));
    const controls = new OrbitControls(camera, canvas);
    controls.enablePan = false;
    controls.target.copy(center);
    controls.update();
    let asked = false;
    const draw = () => {
      if (asked) return;
      asked = true;
      requestAnimationFrame(() => {
        asked = false;
        if (!canvas || canvas.clientWidth === 0) return;
        renderer.setSize(canvas.clientWidth, canvas.clientHeight, false);
        camera.aspect = canvas.clientWidth / canvas.clientHeight;
        camera.updateProjectionMatrix();
        renderer.render(scene, camera);
      });
    };
    controls.addEventListener('change', draw);
    const watched = new ResizeObserver(draw);
    watched.observe(canvas);
    return {
      colour(now) {
        geometry.setAttribute('color', new three.BufferAttribute(skinColours(skin, picture, now), 3, true));
        draw();
      },
      turn(azimuth, polar) {
        const from = camera.position.clone().sub(center);
        const ball_ = new three.Spherical().setFromVector3(new three.Vector3(from.x, from.z, -from.y));
        ball_.theta += azimuth;
        ball_.phi = Math.max(0.1, Math.min(Math.PI - 0.1, ball_.phi + polar));
        const to = new three.Vector3().setFromSpherical(ball_);
        camera.position.copy(center).add(new three.Vector3(to.x, -to.z, to.y));
        controls.update();
        draw();
      },
      away() {
        watched.disconnect();
        controls.dispose();
        geometry.dispose();
        ball.dispose();
        material.dispose();
        shows.dispose();
        renderer.dispose();
      }
    };
  }

  const TURNS: Record<string, [number, number]> = {
    ArrowLeft: [-0.2, 0],
    ArrowRight: [0.2, 0],
    ArrowUp: [0, -0.2],
    ArrowDown: [0, 0.2]
  };
  function key(event: KeyboardEvent) {
    const by = TURNS[event.key];
    if (!by) return;
    event.preventDefault();
    stage?.turn(...by);
  }
</script>

{#if none}
  <p class="soft small">This browser shows nothing in three dimensions; the cut above shows the same.</p>
{:else}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (it is turned by the arrow keys) -->
  <div role="application" aria-label="{label}. Arrow keys turn it." tabindex="0" onkeydown={key}>
    <canvas bind:this={canvas} class="block h-80 w-full touch-none" aria-hidden="true"></canvas>
  </div>
{/if}
