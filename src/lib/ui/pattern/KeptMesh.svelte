<script lang="ts">
  /** What is known of a pattern's mesh, at once and in words; in three dimensions when it is asked for. */
  import { onMount } from 'svelte';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { Alloy } from '$core/reference/alloys';
  import type { MeshRecord, PatternDraw } from '$lib/schema/pattern';
  import { units } from '$lib/ui/preferences';
  import WillItDraw from './WillItDraw.svelte';
  import { MeshDesk } from './mesh-desk.svelte';
  import { FINDING_TITLES, surfaceText } from './finding-words';

  const { mesh, draw, alloy }: { mesh: MeshRecord; draw: PatternDraw | null; alloy: Alloy } = $props();
  const desk = new MeshDesk();
  let asked = $state(false);
  let trouble = $state<string | null>(null);
  onMount(() => () => desk.cancel());

  const best = $derived(mesh.analysis.pulls[0]!);
  const length = (mm: number) => figureText(lengthFigure(mm / 1000, units()));
  const area = (cm2: number) => surfaceText(cm2 / 1e4, units());

  async function show() {
    asked = true;
    trouble = null;
    try {
      const answer = await fetch(`/api/v1/files/${mesh.file_hash}`);
      if (!answer.ok) throw new Error(String(answer.status));
      const pulls = mesh.analysis.pulls.map((pull) => ({
        way: pull.way,
        height_m: pull.parting_mm / 1000,
        flat_m2: pull.flat_undercut_cm2 / 1e4,
        stepped_m2: pull.undercut_cm2 / 1e4,
        no_draft_m2: pull.no_draft_cm2 / 1e4,
        cope_m: pull.cope_mm / 1000,
        drag_m: pull.drag_mm / 1000
      }));
      const way = draw?.way ?? best.way;
      const choice = draw?.stepped ? 'stepped' : { height_m: (draw?.parting_mm ?? best.parting_mm) / 1000 };
      await desk.open(new Uint8Array(await answer.arrayBuffer()), mesh.unit, alloy, pulls, way, choice);
    } catch {
      trouble = 'Brunkel cannot be reached: try again in a moment.';
      asked = false;
    }
  }
</script>

{#if !asked}
  <ul class="ruled">
    {#each mesh.analysis.findings as finding (finding.is)}
      <li class="py-2">
        {#if finding.is === 'draws'}<strong class="text-(--good)">It draws.</strong> Nothing holds it in the sand.
        {:else}
          <strong>{FINDING_TITLES[finding.is as keyof typeof FINDING_TITLES] ?? finding.is}</strong
          >{#if finding.area_cm2 !== undefined}, {area(
              finding.area_cm2
            )}{/if}{#if finding.thickness_mm !== undefined}, {length(finding.thickness_mm)}{/if}: {finding.remedies
            .map(({ name }) => name.toLowerCase())
            .join(', or ')}.
        {/if}
      </li>
    {/each}
  </ul>
  <p class="small">
    The best way up: {best.undercut_cm2 > 0.001 ? `${area(best.undercut_cm2)} held` : 'nothing held'}, {best.cope_mm <
    0.05
      ? `all of it in the drag, ${length(best.drag_mm)} deep`
      : `${length(best.cope_mm)} deep in the cope and ${length(best.drag_mm)} in the drag`}.
  </p>
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <p><button class="quiet" type="button" onclick={show}>Show it in three dimensions</button></p>
{:else}
  <WillItDraw {desk} {alloy} looking />
{/if}
