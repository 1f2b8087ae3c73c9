<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** Go or no-go: what stands for or against the pour, ticked, put right, or let by with a reason that is kept. */
  import { Check, CircleHelp, OctagonAlert } from '@lucide/svelte';
  import {
    GRAVE,
    REASON_LETTERS,
    TICKED,
    isReason,
    pourVerdict,
    type Checked
  } from '$core/judge/pour-checks';
  import { checkStep } from '$core/session/pour-day';
  import type { NotedStep } from '$core/session/noted-step';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { units } from '$lib/ui/preferences';
  import { CHECK_WORDS, checkSays, checkRight } from './pour-words';

  interface Props {
    checks: readonly Checked[];
    note: (step: NotedStep, words: string, mold_id: number | null) => Promise<void>;
  }
  const { checks, note }: Props = $props();
  const verdict = $derived(pourVerdict(checks));
  const WORDS = { go: 'Go', 'not-known': 'Not known yet', 'no-go': 'Do not pour' } as const;
  const open = $derived(checks.filter(({ level, overridden }) => level !== 'go' && overridden === null));
  let letting = $state<string | null>(null);
  let why = $state('');
  const key = (of: Checked) => checkStep(of);
  const ticks: readonly string[] = TICKED;
  const lettingOf = $derived(checks.find((each) => key(each) === letting) ?? null);
  const short = $derived(lettingOf !== null && why.trim() !== '' && !isReason(lettingOf.check, why));

  const step = (of: Checked, state: NotedStep['state'], why_skipped?: string): NotedStep => ({
    id: key(of),
    kind: `check:${of.check}`,
    state,
    at: nowIso(),
    ...(why_skipped !== undefined && { why_skipped })
  });
  async function letBy(event: SubmitEvent) {
    event.preventDefault();
    if (!lettingOf || !isReason(lettingOf.check, why)) return;
    const of = lettingOf;
    await note(step(of, 'skipped', why.trim()), CHECK_WORDS[of.check].asks, of.mold_id);
    [letting, why] = [null, ''];
  }
</script>

<section class="grid gap-3" aria-label="Go or no-go">
  <p
    class="flex flex-wrap items-baseline justify-between gap-x-4 border-y-2 py-3 {verdict === 'go'
      ? 'border-(--good)'
      : 'border-(--heat)'}"
    aria-live="polite"
  >
    <strong
      class="font-(family-name:--display) text-2xl {verdict === 'go'
        ? 'text-(--good)'
        : verdict === 'no-go'
          ? 'text-(--heat)'
          : ''}">{WORDS[verdict]}</strong
    >
    <span class="soft small"
      >{open.length === 0 ? 'nothing stands against it' : `${open.length} of ${checks.length} open`}</span
    >
  </p>
  <ul class="ruled">
    {#each checks as each (key(each))}
      {@const words = CHECK_WORDS[each.check]}
      {@const fine = each.level === 'go'}
      {@const says = checkSays(each, units())}
      <li class="grid gap-2 py-2">
        <div class="flex min-h-12 items-center gap-3">
          {#if ticks.includes(each.check)}
            <label class="flex min-h-12 flex-1 cursor-pointer items-center gap-3">
              <input
                type="checkbox"
                class="checkbox size-6 shrink-0"
                checked={fine}
                onchange={({ currentTarget }) =>
                  note(
                    step(each, currentTarget.checked ? 'done' : 'to-do'),
                    CHECK_WORDS[each.check].asks,
                    each.mold_id
                  )}
              />
              <span>{words.asks}</span>
            </label>
          {:else}
            {#if fine}<Check size={24} class="shrink-0 text-(--good)" aria-hidden="true" />
            {:else if each.level === 'no-go'}<OctagonAlert
                size={24}
                class="shrink-0 text-(--heat)"
                aria-hidden="true"
              />
            {:else}<CircleHelp size={24} class="shrink-0" aria-hidden="true" />{/if}
            <span class="flex-1"
              >{words.asks}<span class="soft small block"
                ><span class="sr-only"
                  >{fine ? 'right' : each.level === 'no-go' ? 'stands against it' : 'not known yet'}:</span
                >
                {says}</span
              ></span
            >
          {/if}
          {#if !fine && each.overridden === null && letting !== key(each)}
            <button
              type="button"
              class="quiet shrink-0"
              aria-label="Allow it: {words.asks}"
              onclick={() => ([letting, why] = [key(each), ''])}>Allow it</button
            >
          {/if}
        </div>
        {#if each.overridden !== null}
          <p class="small flex flex-wrap items-center justify-between gap-2 pl-9">
            <em>allowed: {each.overridden}</em>
            <button
              type="button"
              class="quiet"
              onclick={() => note(step(each, 'to-do'), CHECK_WORDS[each.check].asks, each.mold_id)}
              >Take that back</button
            >
          </p>
        {:else if each.level === 'no-go'}
          <p class="small pl-9">{checkRight(each)}</p>
          {#if words.caution}<Caution name={words.caution} />{/if}
        {/if}
        {#if letting === key(each)}
          <form class="grid gap-3 pl-9" onsubmit={letBy} novalidate>
            {#if words.caution}<Caution name={words.caution} />{/if}
            <TextField
              label="Why do you pour all the same?"
              bind:value={why}
              maxlength={400}
              hint={GRAVE.includes(each.check)
                ? `In at least ${REASON_LETTERS.grave} letters: water under metal throws it. It is kept in the record.`
                : 'It is kept in the record.'}
              error={short ? 'That is no reason yet.' : undefined}
            />
            <p class="row">
              <button class="quiet" disabled={!isReason(each.check, why)}>Allow it</button>
              <button type="button" class="quiet" onclick={() => (letting = null)}>Put it right first</button>
            </p>
          </form>
        {/if}
      </li>
    {/each}
  </ul>
</section>
