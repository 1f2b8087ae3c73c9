<script lang="ts">
  /** What metal a piece of scrap may be: weighed in air, hung in water, and touched with a magnet. */
  import { tellMetal } from '$core/metal/scrap-test';
  import { fixed } from '$core/quantity/display';
  import { KITCHEN_SCALE_G } from '$core/reference/accuracy';
  import { SCRAP_METALS, type ScrapMetal } from '$core/reference/scrap-metals';
  import { KeptDraft } from '$lib/ui/draft/kept-draft.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';

  const empty = () => ({ text: '', si: undefined as number | undefined });
  let piece = $state({ air: empty(), pot: empty(), magnet: null as 'yes' | 'no' | null });
  new KeptDraft(
    'scrap-test',
    () => piece,
    (kept) => (piece = kept)
  );
  const { air, pot, magnet } = $derived(piece);
  const told = $derived.by(() => {
    if (air.si === undefined || pot.si === undefined) return null;
    try {
      return tellMetal(
        { air_kg: air.si, water_kg: air.si - pot.si, step_kg: KITCHEN_SCALE_G / 1000 },
        magnet === null ? undefined : magnet === 'yes'
      );
    } catch (thrown) {
      return thrown instanceof RangeError ? thrown.message : null;
    }
  });
  const metals = $derived(
    told === null || typeof told === 'string' ? [] : told.may_be.map((name): ScrapMetal => SCRAP_METALS[name])
  );
  const timesWater = (kg_m3: number) => fixed(kg_m3 / 1000, 2);
</script>

<div class="grid gap-3">
  <p class="soft small">
    Weigh one clean piece. Stand a pot of water on the scale and set it to zero. Hang the piece in it by a
    thread: all of it under water, touching nothing. The scale shows the water it pushes aside.
  </p>
  <div class="pair">
    <QuantityField
      label="The piece weighs"
      dimension="mass"
      optional
      bind:text={piece.air.text}
      bind:si={piece.air.si}
      hint="100 g or more tells best"
    />
    <QuantityField
      label="The pot shows"
      dimension="mass"
      optional
      bind:text={piece.pot.text}
      bind:si={piece.pot.si}
      hint="While the piece hangs in it"
    />
  </div>
  <Choice
    legend="Does a magnet hold to it?"
    options={[
      { value: 'yes', name: 'Yes' },
      { value: 'no', name: 'No' }
    ]}
    bind:value={piece.magnet}
  />
  <div role="status">
    {#if typeof told === 'string'}
      <p class="wrong">{told}</p>
    {:else if told}
      <p>
        <strong class="figure text-xl">{timesWater(told.kg_m3)}</strong> times as heavy as water
        <span class="soft small">± {timesWater(2 * told.sd_kg_m3)}, on a scale that shows whole grams</span>
      </p>
      {#if told.verdict === 'never'}
        <p class="wrong"><strong>Keep it out of the crucible.</strong></p>
      {:else if told.verdict === 'unknown'}
        <p>
          No metal is like that. It is hollow, has bubbles on it, or is of several metals: cut it open, wet it
          with a drop of dish soap, and weigh again. If it still does not fit, leave it out.
        </p>
      {:else if told.verdict === 'several'}
        <p>It may be any of these. Look closer before you melt it.</p>
      {/if}
      <ul class="ruled">
        {#each metals as metal (metal.name)}
          <li class="grid gap-1 py-2">
            <span
              ><strong>{metal.name}</strong>
              <span class="soft small"
                >{timesWater(metal.kg_m3[0])} to {timesWater(metal.kg_m3[1])} times water</span
              ></span
            >
            <span class="small">{metal.tells}.</span>
            {#if metal.never}<span class="small wrong">{metal.never}</span>{/if}
          </li>
        {/each}
      </ul>
    {/if}
  </div>
</div>
