<script lang="ts">
  /** One member's hand: how far it leans and strays, in grades of the squeeze; held, or learned anew. */
  import { fixed } from '$core/quantity/display';
  import { rounded } from '$core/quantity/rounded';
  import { readAnew } from '$lib/ui/read-anew';
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { memberChange, type MemberRecord } from '$lib/schema/session';
  import { amend } from '$lib/ui/api-client';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import { told } from '$lib/ui/toast/toaster';
  import { shortDate } from '$lib/ui/date/written-date';

  const { member }: { member: MemberRecord } = $props();
  const form = new RecordForm();
  const hand = $derived(member.hand);

  /** A grade of the squeeze in multiples of the aimed temper ratio. */
  const GRADE = 0.2;
  const grades = (factor: number) => fixed(Math.abs(factor / GRADE), 1);
  const leans = $derived(
    Math.abs(hand.squeeze_bias) < 0.05 * GRADE
      ? 'Leans to neither side'
      : `Feels it ${grades(hand.squeeze_bias)} of a grade too ${hand.squeeze_bias > 0 ? 'wet' : 'dry'}`
  );
  const source = $derived(
    {
      handbook: 'no squeeze beside a drying test yet',
      'your records': `${hand.tests} ${hand.tests === 1 ? 'squeeze' : 'squeezes'} beside a drying test`,
      'your entry': 'held by you'
    }[hand.source]
  );
  /** The bar reaches one grade to each side. */
  const at = (factor: number) => `${Math.min(100, Math.max(0, 50 + (50 * factor) / GRADE))}%`;

  async function change(body: { hand: { squeeze_bias: number; squeeze_sd: number } | null }, said: string) {
    const seen = { ...body, version: member.version };
    const done = await form.submit(memberChange, seen, (sent) =>
      amend(`/members/${member.id}`, member, sent)
    );
    if (done === undefined) return;
    told(said);
    await readAnew();
  }
  const round = (value: number) => rounded(value, 3);
  const hold = () =>
    change(
      { hand: { squeeze_bias: round(hand.squeeze_bias), squeeze_sd: round(hand.squeeze_sd) } },
      `${member.name}’s hand is held as it is.`
    );
</script>

<article aria-labelledby="hand-{member.id}">
  <div>
    <h2 id="hand-{member.id}">{member.name}</h2>
    <p class:estimate={hand.source !== 'your entry'}>{leans}</p>
    <p class="soft small">
      {source}{#if hand.since}, since {shortDate(hand.since)}{/if} · one squeeze strays by ± {grades(
        NINE_IN_TEN * hand.squeeze_sd
      )} grades nine times in ten
    </p>
  </div>
  <div
    class="bar"
    role="img"
    aria-label="{leans}, give or take {grades(NINE_IN_TEN * hand.squeeze_bias_sd)} of a grade"
  >
    <span class="middle"></span>
    <span
      class="range"
      style:left={at(hand.squeeze_bias - NINE_IN_TEN * hand.squeeze_bias_sd)}
      style:right="calc(100% - {at(hand.squeeze_bias + NINE_IN_TEN * hand.squeeze_bias_sd)})"
    ></span>
    <span class="point" style:left={at(hand.squeeze_bias)}></span>
    <span class="end">feels dry</span><span class="end right">feels wet</span>
  </div>
  <p class="row">
    <button class="quiet" type="button" disabled={form.busy || hand.source === 'your entry'} onclick={hold}
      >Hold it so</button
    >
    <button
      class="quiet"
      type="button"
      disabled={form.busy || hand.source === 'handbook'}
      onclick={() => change({ hand: null }, `${member.name}’s hand is learned anew from now on.`)}
      >Learn anew</button
    >
  </p>
  <FormTrouble {form} />
</article>

<style>
  article {
    display: grid;
    gap: 1rem 2rem;
    align-items: center;
  }
  .estimate {
    text-decoration: underline dotted var(--edge) 1px;
    text-underline-offset: 0.25em;
  }
  .bar {
    position: relative;
    height: 2.6rem;
    border-bottom: 1px solid var(--ink);
    margin-bottom: 1.2rem;
  }
  .bar span {
    position: absolute;
    bottom: 0;
  }
  .middle {
    left: 50%;
    height: 2rem;
    border-left: 2px dashed var(--soft);
  }
  .range {
    height: 0.8rem;
    background: color-mix(in oklab, var(--heat) 28%, transparent);
  }
  .point {
    width: 4px;
    height: 0.8rem;
    margin-left: -2px;
    background: var(--heat);
  }
  .bar .end {
    bottom: -1.4rem;
    font-size: 0.85rem;
    color: var(--soft);
  }
  .right {
    right: 0;
  }
  @media (min-width: 62rem) {
    article {
      grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr) 16rem;
    }
  }
</style>
