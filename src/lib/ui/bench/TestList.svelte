<script lang="ts">
  /** The tests that can be made on a subject, each with its drawing and, for a heap, what it would be worth. */
  import { NINE_IN_TEN } from '$core/judge/normal';
  import type { HeapTestKind } from '$core/bench/heap-test';
  import type { TestWorth } from '$core/heap/next-test';
  import { massText } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';
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
  const page = (kind: string) => subject.list.replace(/(\?.*)?$/, `/${kind}$1`);
</script>

<ul class="ruled">
  {#each kinds as kind (kind)}
    {@const { name, tells, minutes } = TESTS[kind]}
    {@const worth = worths.find((each) => each.kind === kind)}
    <li>
      <a href={page(kind)}>
        <TestDrawing {kind} size={56} />
        <span><span class="name">{name}</span> <span class="soft small">{tells}</span></span>
        <span class="small">{minutes} min of work</span>
        <span class="small figure">{worth ? `doubt ± ${spread(worth.sd_after_kg)}` : ''}</span>
      </a>
    </li>
  {/each}
</ul>

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
