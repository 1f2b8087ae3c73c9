<script lang="ts">
  /**
   * All metal of a mold in three dimensions at a time after the pour, turned about by pointer or keys; where it is cut off a
   * ball shows through. The words about it stand beside, for who cannot see it.
   */
  import { onMount } from 'svelte';
  import type { Picture } from '$core/freeze/picture';
  import { turnByKey, turntable, type Turntable } from '$lib/ui/pattern/turntable';
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
  interface Stage extends Pick<Turntable, 'turn' | 'away'> {
    colour(at_s: number): void;
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
    const table = await turntable(() => canvas);
    none = table === 'none';
    if (!table || table === 'none') return null;
    const { three, scene, camera, controls, draw, turn } = table;
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
    camera.near = radius / 50;
    camera.far = radius * 20;
    camera.position.copy(center).add(new three.Vector3(1.6, -2.9, 1.7).multiplyScalar(radius));
    controls.target.copy(center);
    controls.update();
    return {
      turn,
      colour(now) {
        geometry.setAttribute('color', new three.BufferAttribute(skinColours(skin, picture, now), 3, true));
        draw();
      },
      away() {
        for (const made of [geometry, ball, material, shows]) made.dispose();
        table.away();
      }
    };
  }
</script>

{#if none}
  <p class="soft small">This browser shows nothing in three dimensions; the cut above shows the same.</p>
{:else}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (it is turned by the arrow keys) -->
  <div
    role="application"
    aria-label="{label}. Arrow keys turn it."
    tabindex="0"
    onkeydown={(event) => turnByKey(event, stage)}
  >
    <canvas bind:this={canvas} class="block h-80 w-full touch-none" aria-hidden="true"></canvas>
  </div>
{/if}
