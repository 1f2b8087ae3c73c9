<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import Explained from '$lib/ui/figure/Explained.svelte';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { goto } from '$app/navigation';
  import { castingOf } from '$core/mold/casting';
  import { filletSuits, wantedFillet } from '$core/pattern/fillet';
  import { castingLength, masterLength, patternLength } from '$core/pattern/shrinkage';
  import { figureText, fixed, lengthFigure, massText, volumeText } from '$core/quantity/display';
  import { ALLOYS, ALLOY_NAMES, USUAL_ALLOY, type Alloy } from '$core/reference/alloys';
  import { PATTERN_MATERIALS } from '$core/reference/pattern';
  import { api } from '$lib/ui/api-client';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import Coats from '$lib/ui/pattern/Coats.svelte';
  import Photo from '$lib/ui/pattern/Photo.svelte';
  import { units } from '$lib/ui/preferences';
  import Term from '$lib/ui/term/Term.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const pattern = $derived(data.pattern);
  let metal = $state<string>(data.pattern.metal ?? USUAL_ALLOY);
  let machined = $state<{ text: string; si: number | undefined }>({ text: '', si: undefined });
  // What a list offers was held against it.
  const alloy = $derived(metal as Alloy);
  const casting = $derived(castingOf(pattern, alloy));
  const length = (m: number) => figureText(lengthFigure(m, units()));
  const timesText = (count: number) => (count === 1 ? 'once' : `${count} times`);
  /** The metal that a pattern is cast in, where a casting is to be the next pattern. */
  let pattern_metal = $state<string>(USUAL_ALLOY);
  const pattern_alloy = $derived(pattern_metal as Alloy);
  /** A contraction rule reads to a tenth of a millimetre. */
  const fine = (m: number) => (units() === 'us' ? fixed(m / 0.0254, 3) : fixed(m * 1000, 1));
  const rule = $derived(units() === 'us' ? 'in' : 'mm');
  /** Held against the usual wall of its mesh; null where neither is known. */
  const fillet = $derived.by(() => {
    const wall_mm = data.mesh?.analysis.wall_mm.usual;
    if (wall_mm == null || pattern.fillet_mm === null) return null;
    const wall_m = wall_mm / 1000;
    return { wall_m, suits: filletSuits(pattern.fillet_mm / 1000, wall_m), wants: wantedFillet(wall_m) };
  });
  const SIDES = [
    { name: 'Length', of: 'length_mm', side: 'length-mm' },
    { name: 'Width', of: 'width_mm', side: 'width-mm' },
    { name: 'Height', of: 'height_mm', side: 'height-mm' }
  ] as const;
  const KINDS = {
    loose: 'A loose pattern',
    split: 'A split pattern',
    'flat-back': 'A flat-backed pattern',
    plate: 'On a plate',
    'one-off': 'A lost pattern'
  };
  const KNOWN = {
    mesh: 'by its mesh',
    solids: 'by simple solids',
    displacement: 'by the water that it pushes aside',
    mass: 'by its weight and what it is made of',
    box: ''
  };

  async function remove() {
    const { id, name } = pattern;
    await api('DELETE', `/patterns/${id}`);
    told(`${name} is out of the library.`, async () => {
      await api('POST', `/patterns/${id}/restore`);
      await readAnew();
    });
    await goto('/patterns', { invalidateAll: true });
  }
</script>

<svelte:head><title>{pattern.name} · Brunkel</title></svelte:head>

<div class="columns wide">
  <div class="stack">
    <header>
      <h1>{pattern.name}</h1>
      <p class="soft small">
        {KINDS[pattern.kind]}{pattern.material
          ? ` of ${PATTERN_MATERIALS[pattern.material].name}`
          : ''}{pattern.made > 1 ? `, ${pattern.made} of it` : ''}{data.uses.castings > 0
          ? `, cast ${timesText(data.uses.castings)}`
          : ''} · <a href="/patterns">all patterns</a> ·
        <a href="/patterns/{pattern.id}/edit">change it</a>
      </p>
    </header>
    <section class="grid gap-3" aria-label="Will it draw?">
      <h2 class="flex items-center gap-2">Will it draw? <Term name="draft" of="Will it draw?" /></h2>
      {#if data.mesh}
        {#await import('$lib/ui/pattern/KeptMesh.svelte') then { default: KeptMesh }}
          {#key data.mesh.id}<KeptMesh mesh={data.mesh} draw={pattern.draw} {alloy} />{/key}
        {/await}
      {:else}
        <p class="soft">
          Not known yet: only a mesh tells. <a href="/patterns/{pattern.id}/edit">Give it one</a>, or look
          along it yourself: from the parting you must see every face, up in the cope and down in the drag.
        </p>
      {/if}
    </section>
    {#if data.uses.look_for_wear}
      <section class="grid gap-2" aria-label="Wear">
        <p>
          <strong>Look it over for wear.</strong>
          {pattern.made > 1
            ? `Each piece has been cast about ${timesText(Math.round(data.uses.each))}`
            : `It has been cast ${timesText(data.uses.castings)}`}: chips, soft edges, a seal that sand sticks
          to.
        </p>
        <p><a class="quiet" href="/patterns/{pattern.id}/edit">Note its wear</a></p>
      </section>
    {/if}
    <Photo {pattern} onchanged={() => readAnew()} />
    {#key pattern.coats.length}<Coats {pattern} onchanged={() => readAnew()} />{/key}
    {#if pattern.carry_over.length > 0 || pattern.pins}
      <section class="grid gap-2" aria-label="The other half">
        <h2>The other half</h2>
        {#if pattern.pins}<p>{pattern.pins} {pattern.pins === 1 ? 'pin' : 'pins'} between the halves.</p>{/if}
        {#if pattern.carry_over.length > 0}
          <p class="small soft">Carry over before it is sawn:</p>
          <ul class="ruled">
            {#each pattern.carry_over as point (point)}<li class="py-1">{point}</li>{/each}
          </ul>
        {/if}
      </section>
    {/if}
    {#if pattern.wear || pattern.note || pattern.fillet_mm !== null}
      <section class="grid gap-1" aria-label="Notes">
        <h2>Notes</h2>
        {#if pattern.fillet_mm !== null}
          <p>
            Fillets of {length(pattern.fillet_mm / 1000)} inside its corners{#if fillet}{fillet.suits ===
              'right'
                ? `, right for a wall of ${length(fillet.wall_m)}`
                : `: ${fillet.suits === 'small' ? 'small' : 'large'} for a wall of ${length(fillet.wall_m)}, which wants ${length(fillet.wants[0])} to ${length(fillet.wants[1])}`}{/if}.
          </p>
        {/if}
        {#if pattern.wear}<p>Wear: {pattern.wear}</p>{/if}
        {#if pattern.note}<p class="whitespace-pre-line">{pattern.note}</p>{/if}
      </section>
    {/if}
    <p><button class="quiet" type="button" onclick={remove}>Take it out of the library</button></p>
  </div>
  <section class="ticket stack" aria-label="Its casting">
    <h2>Its casting</h2>
    <p class="leading-none">
      <Explained
        of="formula-casting-mass"
        class="text-5xl"
        figure={alloy === (pattern.metal ?? USUAL_ALLOY)
          ? { name: 'pattern.casting-kg', id: pattern.id, value: casting.kg }
          : undefined}>{pattern.volume_l === null ? '≈ ' : ''}{massText(casting.kg, units())}</Explained
      >
    </p>
    <p class="small">
      {#if pattern.volume_l === null}
        <span class="soft">A guess, as if half of its box were metal. Weigh it or add a mesh to be sure.</span
        >
      {:else}{volumeText(pattern.volume_l / 1000, units())} of pattern, {KNOWN[pattern.known_by]}, less what
        the metal shrinks.{/if}
    </p>
    <SelectField
      label="In"
      bind:value={metal}
      options={ALLOY_NAMES.map((value) => ({ value, name: ALLOYS[value].name }))}
    />
    <QuantityField
      label="Machined off, along each side"
      optional
      dimension="length"
      bind:text={machined.text}
      bind:si={machined.si}
      hint="Both ends of a side together"
    />
    <table class="small w-full text-left">
      <caption class="sr-only">What shrinks, by {fixed(ALLOYS[alloy].contraction * 100, 1)} %</caption>
      <thead>
        <tr class="border-b border-(--rule)"
          ><th class="py-1 font-semibold">{rule}</th><th class="font-semibold">pattern</th><th
            class="font-semibold">casting</th
          ><th class="font-semibold">for that size</th></tr
        >
      </thead>
      <tbody>
        {#each SIDES as { name, of, side } (of)}
          {@const m = pattern[of] / 1000}
          <tr class="border-b border-(--rule)">
            <th class="py-1 font-normal">{name}</th>
            <td class="font-(family-name:--mono)"
              ><Fig name="pattern.{side}" id={pattern.id} value={pattern[of]}>{fine(m)}</Fig></td
            >
            <td
              ><Explained of="formula-shrinkage">{fine(castingLength(m, alloy, machined.si ?? 0))}</Explained
              ></td
            >
            <td
              ><Explained of="formula-shrinkage" class="font-normal"
                >{fine(patternLength(m, alloy, machined.si ?? 0))}</Explained
              ></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="soft small">
      <Term name="contraction" of="What shrinks" />
      {ALLOYS[alloy].name} shrinks by {fixed(ALLOYS[alloy].contraction * 100, 1)} % (handbook default). The last
      column is how long the pattern would have to be for a casting of the pattern’s present size.
    </p>
    <details>
      <summary class="cursor-pointer py-3">If a casting becomes the next pattern</summary>
      <div class="grid gap-3">
        <SelectField
          label="That pattern is cast in"
          bind:value={pattern_metal}
          options={ALLOY_NAMES.map((value) => ({ value, name: ALLOYS[value].name }))}
        />
        <p class="small">
          Both metals shrink, one after the other. For a casting of the pattern’s present size make the master
          {#each SIDES as { of, name }, i (of)}{i > 0 ? ' × ' : ''}<Explained
              of="formula-shrinkage"
              class="font-normal"
              ><span class="sr-only">{name} </span>{fine(
                masterLength(pattern[of] / 1000, alloy, pattern_alloy, machined.si ?? 0)
              )}</Explained
            >{/each}
          {rule}. File the cast pattern smooth before you ram it up: the sand takes every mark.
        </p>
      </div>
    </details>
    <a class="act" href="/mold?pattern={pattern.id}&metal={alloy}">Plan a mold of it</a>
  </section>
</div>
