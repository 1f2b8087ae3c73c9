<script lang="ts">
  import { fixed } from '$core/quantity/display';
  /** What differed on the bad days, with its chance; and the castings behind each statement. */
  import { SvelteMap } from 'svelte/reactivity';
  import { TOLD_BELOW, type WhatDiffered } from '$core/judge/what-differed';

  interface Props {
    of: WhatDiffered & {
      defect: string | null;
      properties: readonly { name: string; words: string; unit: string }[];
      castings: readonly {
        id: number;
        session_id: number;
        bad: boolean;
        had: Readonly<Record<string, number | string>>;
      }[];
    };
  }
  const { of }: Props = $props();
  const told = $derived(of.differences.filter(({ chance }) => chance < TOLD_BELOW));
  const property = (name: string) =>
    of.properties.find((each) => each.name === name) ?? { words: name, unit: '' };
  const percent = (chance: number) =>
    chance < 0.001 ? 'under 0.1 %' : `${fixed(100 * chance, chance < 0.01 ? 1 : 0)} %`;
  const figure = (value: number, unit: string) => `${Number(value.toPrecision(3))} ${unit}`.trim();
  const look = $derived(of.look_at ? property(of.look_at).words : null);
  const nearest = $derived(of.differences[0]);
  /** Casting days behind a difference, the bad ones first. */
  function behind(name: string, value: string | undefined) {
    const days = new SvelteMap<number, number>();
    for (const { session_id, bad, had } of of.castings)
      if (bad && had[name] !== undefined && (value === undefined || String(had[name]) === value))
        days.set(session_id, (days.get(session_id) ?? 0) + 1);
    return [...days];
  }
</script>

<section class="grid gap-3" aria-label="What differed on the bad days">
  <h2>What differed on the bad days</h2>
  {#if of.verdict === 'too-few'}
    <p>
      <strong>Not enough castings to tell.</strong> There are {of.bad} bad and {of.good} good ones, on {of.days}
      {of.days === 1 ? 'day' : 'days'}: three of each on four days are the least.
    </p>
  {:else if told.length === 0}
    <p>
      <strong>Nothing to tell.</strong> Of {of.bad} bad and {of.good} good castings on {of.days} days, no property
      differs more than chance does.
    </p>
  {:else}
    <ul class="grid gap-4">
      {#each told as each (each.name)}
        {@const { words, unit } = property(each.name)}
        <li class="grid gap-1 border-l-4 border-(--heat) pl-4">
          <p class="text-lg">
            <strong class="first-letter:uppercase">{words}</strong>{#if each.medians}: {figure(
                each.medians.bad,
                unit
              )} where it went wrong, {figure(each.medians.good, unit)} where it did not.
            {:else if each.stands_out}: with {each.stands_out.value}, {each.stands_out.bad} of {each
                .stands_out.of} went wrong; of the others, {each.stands_out.others_bad} of {each.stands_out
                .others}.{/if}
          </p>
          <p class="soft small">
            Luck alone does as much in some property {percent(each.chance)} of the time ({percent(
              each.chance_alone
            )} in this one). Behind it:
            {#each behind(each.name, each.stands_out?.value) as [id, castings], i (id)}{i > 0 ? ', ' : ''}<a
                href="/sessions/{id}">day {id}, {castings} {castings === 1 ? 'casting' : 'castings'}</a
              >{/each}.
          </p>
        </li>
      {/each}
    </ul>
  {/if}
  {#if look}
    <p>Look at <strong>{look}</strong> next: it is known of too few castings.</p>
  {:else if told.length === 0 && nearest}
    <p class="soft">
      Nearest to telling is {property(nearest.name).words}: luck does as much {percent(nearest.chance)} of the time.
    </p>
  {/if}
  <p class="soft small">
    By permutation tests on ranks and counts. What belongs to a day is shuffled by whole days. Corrected for
    the {of.properties.length} things looked at (Westfall and Young). That two things go together does not say that
    one makes the other.
  </p>
</section>
