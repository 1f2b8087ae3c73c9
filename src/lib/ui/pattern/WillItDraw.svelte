<script lang="ts">
  /** How a body draws: seen in three dimensions, told in words; turned, parted and stepped at will. */
  import type { PartingChoice } from '$core/pattern/draw/drawing';
  import { dot } from '$core/pattern/mesh/triangles';
  import { countText } from '$core/quantity/count';
  import { figureText, lengthFigure, volumeText } from '$core/quantity/display';
  import type { Alloy } from '$core/reference/alloys';
  import Choice from '$lib/ui/field/Choice.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { units } from '$lib/ui/preferences';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import DraftHistogram from './DraftHistogram.svelte';
  import DraftLegend from './DraftLegend.svelte';
  import Findings from './Findings.svelte';
  import { surfaceText } from './finding-words';
  import type { MeshDesk } from './mesh-desk.svelte';

  interface Props {
    desk: MeshDesk;
    alloy: Alloy;
    /** It is only looked at: nothing is chosen for keeps. */
    looking?: boolean;
  }
  const { desk, alloy, looking = false }: Props = $props();

  const mesh = $derived(desk.mesh);
  const drawn = $derived(desk.drawn);
  const drawing = $derived(drawn?.drawing ?? null);
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const area = (m2: number) => surfaceText(m2, units());
  const reach = $derived(drawn?.reach ?? null);
  const marks = $derived([
    ...(drawn?.findings.some(({ is }) => is === 'undercut' || is === 'stepped' || is === 'better-way')
      ? drawn.drawing.undercuts.map(({ at }) => ({ at, of: 'undercut' as const }))
      : []),
    ...(drawn?.findings.some(({ is }) => is === 'thin') && mesh
      ? mesh.analysis.walls.thinnest.slice(0, 3).map(({ at }) => ({ at, of: 'thin' as const }))
      : [])
  ]);
  const chosen = $derived(
    drawing && mesh ? String(mesh.analysis.pulls.findIndex(({ way }) => dot(way, drawing.way) > 0.999)) : '0'
  );
  const parting = $derived<'flat' | 'stepped'>(drawing?.stepped ? 'stepped' : 'flat');
  const draw = (choice: PartingChoice, pull = Number(chosen)) => {
    const way = mesh?.analysis.pulls[pull]?.way ?? drawing?.way;
    if (way) void desk.draw(way, choice, alloy);
  };
  const repairs = $derived.by(() => {
    const of = mesh?.analysis.repairs;
    if (!of) return [];
    return [
      of.dropped > 0 && `${of.dropped} idle faces left out`,
      of.turned > 0 && `${of.turned} faces turned over`,
      of.filled > 0 && `${of.filled} faces put into small holes`,
      of.snapped_m > 0 && 'corners apart by rounding joined',
      of.united > 0 && `${of.united} bodies that lay in one another made one`
    ].filter(Boolean);
  });
</script>

{#if desk.step}
  <WorkProgress progress={desk.step} onstop={() => desk.cancel()} />
{:else if desk.trouble}
  <p class="wrong" role="alert">{desk.trouble}</p>
{:else if mesh && drawn && drawing && reach}
  <div class="grid gap-4" class:opacity-60={desk.drawing}>
    {#await import('./PatternView.svelte') then { default: PatternView }}
      <PatternView
        positions={mesh.positions}
        colours={drawn.colours}
        way={drawing.way}
        parting_m={drawing.height_m}
        {reach}
        {marks}
        onparting={drawing.stepped ? undefined : (height_m) => draw({ height_m })}
        label="The pattern as it is drawn, its faces coloured by draft."
      />
    {/await}
    <DraftLegend area_m2={drawing.area_m2} />
    <DraftHistogram degrees_m2={drawing.degrees_m2} />
    <div class="pair">
      <SelectField
        label="Which way up"
        value={chosen}
        onchange={(value) => draw(parting, Number(value))}
        options={mesh.analysis.pulls.map((pull, i) => ({
          value: String(i),
          name: `${i === 0 ? 'Best' : `Way ${i + 1}`}: ${pull.stepped_m2 > 1e-7 ? `${area(pull.stepped_m2)} held` : 'nothing held'}, ${length(pull.cope_m + pull.drag_m)} deep`
        }))}
        hint={looking ? 'Only to look: the pattern keeps its own.' : undefined}
      />
      <Choice
        legend="How it parts"
        term="parting"
        options={[
          { value: 'flat', name: 'Flat' },
          { value: 'stepped', name: 'Along the widest line' }
        ]}
        value={parting}
        onchoose={(choice) => draw(choice)}
      />
    </div>
    <div aria-live="polite"><Findings findings={drawn.findings} /></div>
    <p class="small">
      {countText(mesh.analysis.triangles)} faces{mesh.analysis.volume_m3 > 0
        ? `, ${volumeText(mesh.analysis.volume_m3, units())}, ${area(mesh.analysis.area_m2)} of surface`
        : ''}. {length(drawing.cope_m)} deep in the cope, {length(drawing.drag_m)} in the drag; its shadow is
      {area(drawing.projected_m2)}.
      {#if mesh.analysis.walls.usual_m !== null}Half of its walls are thinner than {length(
          mesh.analysis.walls.usual_m
        )}.{/if}
      {#if repairs.length > 0}Put right: {repairs.join(', ')}.{/if}
    </p>
  </div>
{/if}
