<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import { nowMs } from '$core/time/now';
  /** The next twenty sessions of a heap under a policy: where dead clay, fines and mass go, what it costs, what to buy. */
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { policyOutlook, type RenewalPolicy } from '$core/mix/renewal-policy';
  import { TIRED } from '$core/reference/wear';
  import { massText, percentText } from '$core/quantity/display';
  import type { GivenPolicy } from '$lib/schema/heap';
  import type { LongViewStart } from '$lib/schema/recondition';
  import { ApiProblem, amend } from '$lib/ui/api-client';
  import PolicyChart from '$lib/ui/chart/PolicyChart.svelte';
  import Choice from '$lib/ui/field/Choice.svelte';
  import OneSlider from '$lib/ui/field/OneSlider.svelte';
  import QuantityField from '$lib/ui/field/QuantityField.svelte';
  import { moneyText, perWeight } from '$lib/ui/money';
  import { units } from '$lib/ui/preferences';
  import { shortDate } from '$lib/ui/date/written-date';
  import { told, warned } from '$lib/ui/toast/toaster';

  interface Props {
    heap: { id: number; name: string; policy: GivenPolicy | null; version: number };
    start: LongViewStart;
  }
  const { heap, start }: Props = $props();
  const SESSIONS = 20;
  const given = start.policy;
  let burnt_out = $state(given?.burnt_out_percent ?? 50);
  let how = $state<'hold' | 'amount' | 'now-and-then' | null>(
    given?.full_every !== undefined ? 'now-and-then' : given?.new_sand_kg !== undefined ? 'amount' : 'hold'
  );
  let amount = $state<{ text: string; si: number | undefined }>({
    text: given?.new_sand_kg === undefined ? '' : massText(given.new_sand_kg, units()),
    si: given?.new_sand_kg
  });
  let share = $state(given?.full_percent ?? 40);
  const EVERY = 6;
  const policy = $derived<RenewalPolicy>({
    new_sand: how === 'amount' ? (amount.si ?? 0) : 'hold',
    burnt_out: burnt_out / 100,
    clay_per_sand: start.clay_per_sand,
    ...(how === 'now-and-then' && { full_renewal: { every: EVERY, share: share / 100 } })
  });
  const outlook = $derived(
    policyOutlook(start.parts, start.wear, policy, {
      sessions: SESSIONS,
      prices: start.prices,
      stock: start.stock,
      good_kg_each: start.good_kg_each
    })
  );
  const settled = $derived.by(() => {
    const { settles } = outlook;
    if (!settles) return null;
    const mass = settles.sand + settles.live_clay + settles.dead_clay + settles.fines;
    return { dead: settles.dead_clay / mass, fines: settles.fines / mass };
  });
  const last = $derived(outlook.sessions.at(-1));
  const tired = $derived(
    last !== undefined && (last.dead_share > TIRED.dead_clay || last.fines_share > TIRED.fines)
  );
  const money = (amount: number) => moneyText({ [start.currency]: amount });
  const by = (session: number) =>
    start.days_between === null
      ? `the ${session}${['th', 'st', 'nd', 'rd'][session % 10 > 3 || Math.floor(session / 10) === 1 ? 0 : session % 10]} session`
      : shortDate(new Date(nowMs() + session * start.days_between * 86_400_000).toISOString());
  const given_now = (): GivenPolicy => ({
    burnt_out_percent: burnt_out,
    ...(how === 'amount' && amount.si !== undefined && { new_sand_kg: amount.si }),
    ...(how === 'now-and-then' && { full_every: EVERY, full_percent: share })
  });

  async function choose() {
    const before = start.policy;
    try {
      const where = `/heaps/${heap.id}`;
      const changed = await amend(where, heap, { policy: given_now() });
      told(`${heap.name} is renewed this way from now on.`, async () => {
        await amend(where, changed, { policy: before });
        await readAnew();
      });
      await readAnew();
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
  }
</script>

<section class="stack" aria-label="The next {SESSIONS} sessions">
  <header>
    <h2>The next {SESSIONS} sessions</h2>
    <p class="soft small">
      {massText(start.wear.burnt_kg, units())} of sand burns each time{start.days > 0
        ? `, the mean of ${start.days} casting ${start.days === 1 ? 'day' : 'days'}`
        : ' (a guess: nothing was poured through it yet)'}; {percentText(start.wear.spill)} is spilled.
    </p>
  </header>
  <Choice
    legend="New sand"
    options={[
      { value: 'hold', name: 'As much as is lost', about: 'the heap keeps its mass' },
      { value: 'amount', name: 'So much each time', about: 'a little fresh sand keeps it young' },
      {
        value: 'now-and-then',
        name: `A renewal every ${EVERY}`,
        about: 'less work between, and a big day now and then'
      }
    ]}
    bind:value={how}
  />
  {#if how === 'amount'}
    <QuantityField label="New sand each time" dimension="mass" bind:text={amount.text} bind:si={amount.si} />
  {:else if how === 'now-and-then'}
    <OneSlider
      label="Renewed every {EVERY} sessions"
      value={share}
      max={100}
      says="{share} percent"
      about="{share} %"
      onmove={(to) => (share = to)}
    />
  {/if}
  <OneSlider
    label="Burnt sand that is found and taken out"
    value={burnt_out}
    max={100}
    says="{burnt_out} percent"
    about="{burnt_out} %"
    onmove={(to) => (burnt_out = to)}
  />
  <PolicyChart
    label="Dead clay, fines and mass of {heap.name} over {SESSIONS} sessions: dead clay comes to {percentText(
      last?.dead_share ?? 0
    )}, fines to {percentText(last?.fines_share ?? 0)}, its mass to {massText(last?.mass_kg ?? 0, units())}"
    sessions={outlook.sessions}
    settles={settled}
  />
  {#if last}
    <p>
      After {SESSIONS} sessions dead clay comes to
      <strong class={last.dead_share > TIRED.dead_clay ? 'text-(--heat)' : ''}
        >{percentText(last.dead_share)}</strong
      >
      and fines to
      <strong class={last.fines_share > TIRED.fines ? 'text-(--heat)' : ''}
        >{percentText(last.fines_share)}</strong
      >
      of
      {massText(last.mass_kg, units())} dry.
      {settled
        ? `In the long run they settle at ${percentText(settled.dead)} and ${percentText(settled.fines)}.`
        : how === 'hold'
          ? 'Nothing ever leaves: it never settles.'
          : ''}
      {tired ? 'Sand turns stiff and tight there: find more of the burnt, or bring in more new.' : ''}
    </p>
  {/if}
  <dl class="grid grid-cols-2 gap-x-4 gap-y-3 border-t border-(--rule) pt-3 desk:grid-cols-4">
    <div>
      <dt class="soft small">sand and clay{start.prices.known ? '' : ', at a guessed price'}</dt>
      <dd><Explained of="word-cost" class="text-lg">{money(outlook.cost)}</Explained></dd>
    </div>
    <div>
      <dt class="soft small">per {perWeight({}, units()).unit} of good casting</dt>
      <dd>
        <Explained of="word-cost" class="text-lg"
          >{outlook.cost_per_good_kg === null
            ? 'not known yet'
            : moneyText(perWeight({ [start.currency]: outlook.cost_per_good_kg }, units()).cost)}</Explained
        >
      </dd>
    </div>
    <div>
      <dt class="soft small">new sand</dt>
      <dd class="text-lg">
        {outlook.sand_out_at === null
          ? 'stock lasts'
          : `out by ${by(outlook.sand_out_at)}: buy ${massText(outlook.buy_sand_kg, units())}`}
      </dd>
    </div>
    <div>
      <dt class="soft small">clay</dt>
      <dd class="text-lg">
        {outlook.clay_out_at === null
          ? 'stock lasts'
          : `out by ${by(outlook.clay_out_at)}: buy ${massText(outlook.buy_clay_kg, units())}`}
      </dd>
    </div>
  </dl>
  <p class="row">
    <button type="button" class="act" onclick={choose}>Renew it this way</button>
    {#if given}<span class="soft small">A way is chosen already; this takes its place.</span>{/if}
  </p>
</section>
