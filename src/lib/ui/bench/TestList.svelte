<script lang="ts">
  /** The tests that can be made on a subject, each with its drawing and, for a heap, what it would be worth. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import type { HeapTestKind } from '$core/bench/heap-test';
  import type { TestWorth } from '$core/heap/next-test';
  import { page as app } from '$app/state';
  import { Accordion } from '@skeletonlabs/skeleton-svelte';
  import { ChevronDown } from '@lucide/svelte';
  import { GEAR, RIGS, lacking, type Gear } from '$core/bench/gear';
  import { inUnits, massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
  import GearPicker from './GearPicker.svelte';
  import TestDrawing from './TestDrawing.svelte';
  import { TESTS } from './guides';
  import type { TestSubject } from './subject';

  interface Props {
    subject: TestSubject;
    kinds: readonly HeapTestKind[];
    worths?: readonly TestWorth[];
  }
  const { subject, kinds, worths = [] }: Props = $props();
  const spread = (kg: number) => massText(NINE_IN_TEN * kg, units());
  const owned = $derived(app.data.preferences.gear as Gear[] | undefined);
  const within = $derived(owned ? kinds.filter((kind) => lacking(kind, owned).length === 0) : kinds);
  const beyond = $derived(kinds.filter((kind) => !within.includes(kind)));
  const page = (kind: string) => subject.list.replace(/(\?.*)?$/, `/${kind}$1`);
</script>

{#snippet line(kind: HeapTestKind)}
  {@const { name, tells, minutes } = TESTS[kind]}
  {@const worth = worths.find((each) => each.kind === kind)}
  <li>
    <a href={page(kind)}>
      <TestDrawing {kind} size={56} />
      <span><span class="name">{name}</span> <span class="soft small">{tells}</span></span>
      <span class="small">{minutes} min of work</span>
      <span class="small figure">{worth ? `doubt ± ${spread(worth.sd_after_kg)}` : ''}</span>
    </a>
    {#if owned && lacking(kind, owned).length > 0}
      <p class="small pb-3">
        <strong>Needs</strong>
        {lacking(kind, owned)
          .map((gear) => GEAR[gear].toLowerCase())
          .join('; ')}. <strong>From the house:</strong>
        {inUnits(RIGS[kind].household, units())}
      </p>
    {/if}
  </li>
{/snippet}

<GearPicker {owned} />
<ul class="ruled">
  {#each within as kind (kind)}{@render line(kind)}{/each}
</ul>
{#if beyond.length > 0}
  <Accordion collapsible>
    <Accordion.Item value="beyond">
      <h2>
        <Accordion.ItemTrigger class="quiet w-full justify-between text-left">
          <span>{beyond.length} more, with other gear or a household rig</span>
          <Accordion.ItemIndicator><ChevronDown size={18} aria-hidden="true" /></Accordion.ItemIndicator>
        </Accordion.ItemTrigger>
      </h2>
      <Accordion.ItemContent>
        <ul class="ruled">
          {#each beyond as kind (kind)}{@render line(kind)}{/each}
        </ul>
      </Accordion.ItemContent>
    </Accordion.Item>
  </Accordion>
{/if}

<style>
  li a {
    display: grid;
    grid-template-columns: 3.5rem minmax(0, 1fr);
    gap: 0.15rem 1rem;
    min-height: 3rem;
    align-items: center;
    padding-block: 0.6rem;
    text-decoration: none;
  }
  li a > :global(svg) {
    grid-row: span 3;
  }
  li a:hover .name {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .name {
    display: block;
    font-weight: 700;
  }
  @media (min-width: 62rem) {
    li a {
      grid-template-columns: 3.5rem minmax(0, 1fr) 9rem 12rem;
    }
    li a > :global(svg) {
      grid-row: auto;
    }
  }
</style>
