<script lang="ts">
  import { readAnew } from '$lib/ui/read-anew';
  import Explained from '$lib/ui/figure/Explained.svelte';
  import { page } from '$app/state';
  import { massText, percentText, temperatureText } from '$core/quantity/display';
  import { amend } from '$lib/ui/api-client';
  import { outbox } from '$lib/ui/outbox/outbox.svelte';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import LastTime from '$lib/ui/journal/LastTime.svelte';
  import { MOLD_STATE_WORDS } from '$lib/ui/mold/mold-words';
  import { shortTime } from '$lib/ui/date/written-date';
  import { units } from '$lib/ui/preferences';
  import { castingWords } from '$lib/ui/session/casting-words';
  import { stagePage } from '$lib/ui/session/stage-page';
  import OtherCastings from '$lib/ui/session/OtherCastings.svelte';
  import BeforeShakeOut from '$lib/ui/shake-out/BeforeShakeOut.svelte';
  import CastingCard from '$lib/ui/shake-out/CastingCard.svelte';
  import SandBack from '$lib/ui/shake-out/SandBack.svelte';
  import FollowSession from '$lib/ui/step/FollowSession.svelte';
  import { Ticking } from '$lib/ui/timer/ticking.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { data } = $props();
  const words = $derived(data.day && castingWords(data.day));
  const poured = $derived(data.molds.filter(({ state }) => state === 'poured' || state === 'shaken-out'));
  const asked = $derived(Number(page.url.searchParams.get('mold')) || null);
  const open = $derived(
    poured.find(({ id }) => id === asked) ??
      poured.find((mold) => mold.state === 'poured') ??
      poured.find((mold) => of(mold).some(({ casting }) => casting === null)) ??
      poured[0] ??
      null
  );
  /** The castings of a mold in their places: those that were judged first, of each pattern. */
  function of(mold: (typeof data.molds)[number]) {
    return mold.slots.map((slot) => ({
      ...slot,
      casting:
        data.castings.filter(
          ({ mold_id, pattern_id }) => mold_id === mold.id && pattern_id === slot.pattern.id
        )[slot.nth] ?? null
    }));
  }
  const waiting: Record<number, { id: number; name: string }> = $derived(data.trials);
  /** The trial that wants a grade or a figure of the open mold. */
  const toJudge = $derived(open && (waiting[open.id] ?? null));
  const judged = $derived(data.castings.length);
  const scrap = $derived(data.castings.filter(({ result }) => result === 'scrap').length);
  const early = $derived(
    open?.poured?.heat.open_s != null && open.state === 'poured'
      ? Date.parse(open.poured.at) + open.poured.heat.open_s * 1000
      : null
  );
  const clock = new Ticking(5000);
  const all = $derived(poured.length > 0 && data.molds.every(({ state }) => state === 'shaken-out'));

  async function on(stage: 'recondition') {
    const seen = data.day!;
    const where = `/sessions/${seen.id}`;
    const gone_on = await outbox.amend(where, seen, { stage }, 'on to the sand');
    told('On to the sand.', async () => {
      await amend(where, gone_on, { stage: seen.stage });
      await readAnew();
    });
    await readAnew();
  }
</script>

<svelte:head><title>Shake out · Brunkel</title></svelte:head>

<header class="mb-5">
  <h1>Shake out</h1>
  {#if words && data.day}
    <p class="soft small">
      {words.name} · <a href={stagePage('/pour', data.day.id)}>the pour</a> ·
      <a href="/sessions/{data.day.id}">its record</a>
    </p>
  {/if}
  <OtherCastings others={data.others} page="/shake-out" />
</header>
{#if !data.day || poured.length === 0}
  <BeforeShakeOut
    molds={data.molds.filter(({ state }) => state !== 'broken')}
    pour={data.day ? stagePage('/pour', data.day.id) : '/pour'}
  />
  {#if data.last}<div class="mt-8"><LastTime {...data.last} /></div>{/if}
{:else}
  <FollowSession id={data.day.id} version={data.day.version} />
  <div class="columns">
    <div class="stack">
      {#if open}
        <header>
          <h2 class="text-2xl">Mold {open.number}: {open.name}</h2>
          {#if toJudge}
            <p class="small">
              It waits for your word in a trial: <a href="/trials/{toJudge.id}">{toJudge.name}</a>
            </p>
          {/if}
          <p class="soft small">
            {open.poured
              ? `${open.state === 'poured' ? '' : `${MOLD_STATE_WORDS[open.state]}, `}poured ${shortTime(open.poured.at)} at ${temperatureText(open.poured.pour_c, units())}`
              : MOLD_STATE_WORDS[open.state]}
          </p>
        </header>
        {#if early !== null && clock.now < early}
          <p class="wrong" role="status">
            Leave it shut until {shortTime(early)}: metal in it may be liquid still, or too hot to handle.
            Opened early, it runs out, bends, tears or cracks.
          </p>
        {/if}
        {#if open.state === 'poured'}<Caution name="hot" />{/if}
        {#each of(open) as slot (`${open.id} ${slot.pattern.id} ${slot.nth} ${slot.casting?.id ?? ''}`)}
          <CastingCard
            title={slot.name}
            mold_id={open.id}
            slot="{open.id}:{slot.pattern.id}:{slot.nth}"
            pattern={slot.pattern}
            expected_kg={slot.kg}
            casting={slot.casting}
            diagnoses={slot.casting ? (data.diagnoses[slot.casting.id] ?? []) : []}
          />
        {:else}
          <p class="soft">No pattern was named for this mold.</p>
        {/each}
        {#if open.state === 'poured'}
          {#key open.id}
            <SandBack
              session_id={data.day.id}
              mold={open}
              sands={open.sands}
              burnt_kg={open.poured?.heat.spent_kg ?? 0}
            />
          {/key}
        {/if}
      {/if}
    </div>
    <div class="stack">
      <nav aria-label="Poured molds">
        <ul class="ruled">
          {#each poured as mold (mold.id)}
            <li>
              <a
                href={stagePage('/shake-out', data.day!.id, mold.id)}
                class="flex min-h-12 items-center justify-between gap-3 py-2 no-underline {mold.id ===
                open?.id
                  ? 'font-bold'
                  : ''}"
                aria-current={mold.id === open?.id ? 'true' : undefined}
              >
                <span>Mold {mold.number}: {mold.name}</span>
                <span class="soft small">{MOLD_STATE_WORDS[mold.state]}</span>
              </a>
            </li>
          {/each}
        </ul>
      </nav>
      {#if judged > 0}
        <dl class="grid grid-cols-2 gap-3 border-t border-(--rule) pt-3">
          <div>
            <dt class="soft small">castings judged</dt>
            <dd class="text-xl font-bold">{judged}</dd>
          </div>
          <div>
            <dt class="soft small">scrap</dt>
            <dd class="text-xl font-bold">{scrap} of {judged}</dd>
          </div>
          {#if data.yield}
            <div>
              <dt class="soft small">good metal</dt>
              <dd>
                <Explained of="word-yield" class="text-xl">{massText(data.yield.kept_kg, units())}</Explained>
              </dd>
            </div>
            <div>
              <dt class="soft small">
                {data.yield.guessed ? 'yield, not all weighed' : 'yield, as weighed'}
              </dt>
              <dd>
                <Explained of="word-yield" class="text-xl">{percentText(data.yield.share, 0)}</Explained>
              </dd>
            </div>
          {/if}
        </dl>
      {/if}
      {#if all && data.day.stage !== 'recondition'}
        <p>
          <button type="button" class="act w-full" onclick={() => on('recondition')}
            >All are shaken out: on to the sand</button
          >
        </p>
      {:else if data.day.stage === 'recondition'}
        <p><a class="act" href="/recondition">On to the sand</a></p>
      {/if}
    </div>
  </div>
{/if}
