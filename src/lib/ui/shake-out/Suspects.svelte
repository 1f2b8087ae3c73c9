<script lang="ts">
  /** Why a defect is likely there: ranked causes, what speaks for and against each, and one thing to change. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { roundedTogether } from '$core/mix/bags';
  import type { Diagnosis } from '$core/judge/diagnosis';
  import { CAUSES, DEFECTS, type Cause, type DefectName } from '$core/reference/defects';
  import { SIGN_WORDS, TRY_NEXT, percent } from './shake-out-words';

  interface Props {
    defect: DefectName;
    diagnosis: Diagnosis;
    history: Partial<
      Record<Cause, { castings: number; scrapped: number; after: number; after_good: number }>
    >;
    cause: Cause | null;
    oncause: (cause: Cause | null) => void;
  }
  const { defect, diagnosis, history, cause, oncause }: Props = $props();
  const likely = $derived(diagnosis.suspects.filter(({ chance }, i) => i < 3 || chance > 0.1).slice(0, 5));
  const others = $derived(
    diagnosis.suspects.slice(likely.length).reduce((sum, { chance }) => sum + chance, 0)
  );
  /** Of those shown, of the others together, and of none: a hundred in all. */
  const shares = $derived(
    roundedTogether(
      [...likely.map(({ chance }) => chance), others, diagnosis.unexplained],
      0.01,
      [...likely, null, null].map(() => false)
    )
  );
  const names = (signs: readonly { sign: keyof typeof SIGN_WORDS }[]) =>
    signs.map(({ sign }) => SIGN_WORDS[sign].name).join(', ');
</script>

<section class="grid gap-3" aria-label="Why {DEFECTS[defect].name}">
  <h3 class="text-lg">Why {DEFECTS[defect].name}?</h3>
  {#if !diagnosis.told}
    <p>
      <strong>Not enough to tell.</strong>
      {#if diagnosis.look_at.length > 0}
        Next time, {diagnosis.look_at
          .slice(0, 2)
          .map((sign) => SIGN_WORDS[sign].look)
          .join('; or ')}.
      {:else}
        All that is usually looked at was looked at, and nothing stands out: it was something else.
      {/if}
    </p>
  {/if}
  <ol class="ruled">
    {#each likely as suspect, i (suspect.cause)}
      {@const past = history[suspect.cause]}
      <li class="grid gap-1 py-2">
        <p class="flex items-baseline justify-between gap-3">
          <span class={i === 0 && diagnosis.told ? 'font-bold' : ''}>{CAUSES[suspect.cause]}</span>
          <Explained of="word-suspect">{percent(shares[i]!)}</Explained>
        </p>
        {#if suspect.speaks_for.length > 0}<p class="small">for it: {names(suspect.speaks_for)}</p>{/if}
        {#if suspect.speaks_against.length > 0}<p class="small soft">
            against it: {names(suspect.speaks_against)}
          </p>{/if}
        {#if suspect.open.length > 0}<p class="small soft">
            nobody looked at: {suspect.open.map((sign) => SIGN_WORDS[sign].name).join(', ')}
          </p>{/if}
        {#if past}
          <p class="small">
            {past.castings}
            {past.castings === 1 ? 'casting was' : 'castings were'} put down to this before, {past.scrapped} scrapped;
            {past.after === 0
              ? 'none of those patterns was cast since'
              : `of ${past.after} cast since, ${past.after_good} good`}.
          </p>
        {/if}
        {#if i === 0 && diagnosis.told}<p>
            <strong>Change one thing:</strong>
            {TRY_NEXT[suspect.cause]}
          </p>{/if}
        <p>
          <button
            type="button"
            class="quiet"
            aria-pressed={cause === suspect.cause}
            onclick={() => oncause(cause === suspect.cause ? null : suspect.cause)}
            >{cause === suspect.cause ? 'Noted as the cause' : 'This was the cause'}</button
          >
        </p>
      </li>
    {/each}
  </ol>
  <p class="soft small">
    {#if diagnosis.suspects.length > likely.length}Other usual causes together: {percent(
        shares[likely.length]!
      )}.{/if}
    None of these: {percent(shares[likely.length + 1]!)}. These chances are an estimate, from what usually
    causes this defect and from the day’s record.
  </p>
</section>
