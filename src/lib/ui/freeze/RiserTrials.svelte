<script lang="ts">
  /** Other risers of a mold beside the one that it has: frozen, held against one another, and kept. */
  import { readAnew } from '$lib/ui/read-anew';
  import { hollowText } from '$core/freeze/verdict';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { FreezeAnswer } from '$lib/schema/freeze';
  import type { MoldGating } from '$lib/schema/pour';
  import { amend, api } from '$lib/ui/api-client';
  import { waitText } from '$lib/ui/pour/pour-words';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import { LongWork } from '$lib/ui/work/long-work.svelte';

  interface Props {
    session_id: number;
    mold: { id: number; gating: MoldGating | null; version: number };
    as_it_is: FreezeAnswer;
    /** Of the riser that it has; null for none. */
    riser_m: number | null;
    onkept: () => void;
  }
  const { session_id, mold, as_it_is, riser_m, onkept }: Props = $props();
  const work = new LongWork();
  let tried = $state.raw<{ riser_mm: number; answer: FreezeAnswer }[]>([]);
  let trouble = $state<string | null>(null);
  /** One that feeds is looked for. */
  let finding = $state(false);
  const busy = $derived(finding || work.progress !== null);
  const length = (mm: number) => (mm === 0 ? 'No riser' : figureText(lengthFigure(mm / 1000, units())));
  /** What one would lie beside it: none, a quarter narrower, a quarter wider, or a usual one where there is none. */
  const ways = $derived(
    (riser_m === null ? [25, 35, 45] : [0, 0.75 * riser_m * 1000, 1.25 * riser_m * 1000])
      .map((mm) => Math.round(mm))
      .filter((mm) => !tried.some(({ riser_mm }) => riser_mm === mm))
  );
  async function attempt(riser_mm: number): Promise<FreezeAnswer | null> {
    trouble = null;
    try {
      const answer = await work.follow((how) =>
        api<FreezeAnswer>('POST', '/calc/freeze', { mold_id: mold.id, riser_mm }, how)
      );
      tried = [...tried, { riser_mm, answer }];
      return answer;
    } catch (thrown) {
      trouble = (thrown as Error).message;
      return null;
    }
  }
  /** Wider ones, a quarter of it at a time, or usual ones where there is none. */
  const WIDER = [1.25, 1.5, 1.75, 2] as const;
  const USUAL_MM = [25, 35, 45, 60] as const;
  /** None of them feeds. */
  let none = $state(false);
  /** Goes through wider risers up to the first that surely feeds. */
  async function find() {
    [finding, none, tried] = [true, false, []];
    const widths = riser_m === null ? USUAL_MM : WIDER.map((times) => Math.round(times * riser_m * 1000));
    for (const riser_mm of widths) {
      const answer = await attempt(riser_mm);
      finding = answer !== null && !answer.riser?.surely;
      if (!finding) return;
    }
    [finding, none] = [false, true];
  }
  async function keep(riser_mm: number) {
    const where = `/sessions/${session_id}/molds/${mold.id}`;
    const before = mold.gating;
    const gate = async (seen: { version: number }, gating: MoldGating | null) => {
      const now = await amend(where, seen, { gating });
      tried = [];
      await readAnew();
      onkept();
      return now;
    };
    try {
      const now = await gate(mold, { ...before, riser_mm });
      told(
        riser_mm === 0 ? 'The mold has no riser now.' : `The riser is ${length(riser_mm)} now.`,
        async () => {
          await gate(now, before);
        }
      );
    } catch (thrown) {
      trouble = (thrown as Error).message;
    }
  }
  const hollow = ({ hot_spots }: FreezeAnswer) =>
    hot_spots.reduce((sum, { hollow_cm3 }) => sum + hollow_cm3 / 1e6, 0);
  const says = (of: FreezeAnswer) =>
    `${of.riser?.says ?? ''}; ${hollow(of) > 0 ? `${hollowText(hollow(of), units())} goes missing` : 'nothing goes missing'}; all solid after ${of.all_solid_s === null ? 'days' : waitText(of.all_solid_s)}, open after ${of.open_s === null ? 'days' : waitText(of.open_s)}.`;
</script>

<div class="grid gap-3">
  <h3>Try beside it</h3>
  <dl class="grid gap-2">
    <div>
      <dt class="font-semibold">
        {riser_m === null ? 'No riser' : length(riser_m * 1000)}, as it is
      </dt>
      <dd class="small">{says(as_it_is)}</dd>
    </div>
    {#each tried as { riser_mm, answer } (riser_mm)}
      <div>
        <dt class="font-semibold">{length(riser_mm)}</dt>
        <dd class="small">
          {says(answer)}
          <button type="button" class="quiet mt-2 block" onclick={() => keep(riser_mm)}
            >Gate it {riser_mm === 0 ? 'without a riser' : `with ${length(riser_mm)}`}</button
          >
        </dd>
      </div>
    {/each}
  </dl>
  {#if none}
    <p class="small" role="status">
      None of these surely feeds it. A wider way to the riser, a riser nearer to the last place, or a thinner
      place there helps more.
    </p>
  {/if}
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <WorkProgress progress={work.progress} onstop={() => work.stop()} />
  <p class="row">
    {#if !as_it_is.riser?.surely && (riser_m !== null || hollow(as_it_is) > 0)}
      <button type="button" class="quiet" disabled={busy} onclick={() => find()}
        >Find a riser that feeds</button
      >
    {/if}
    {#each ways as mm (mm)}
      <button type="button" class="quiet" disabled={busy} onclick={() => void attempt(mm)}
        >{length(mm)}</button
      >
    {/each}
  </p>
</div>
