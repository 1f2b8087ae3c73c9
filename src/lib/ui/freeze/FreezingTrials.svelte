<script lang="ts">
  /** A mold otherwise than it is, beside it: another riser, a chill, its gate at the other end; frozen, compared, and kept. */
  import { readAnew } from '$lib/ui/read-anew';
  import { hollowText } from '$core/freeze/verdict';
  import { figureText, lengthFigure } from '$core/quantity/display';
  import type { FreezeAnswer } from '$lib/schema/freeze';
  import type { MoldChill, MoldGating } from '$lib/schema/pour';
  import type { MoldLayout } from '$lib/schema/session';
  import type { MoldState } from '$core/session/mold-life';
  import { amend, api } from '$lib/ui/api-client';
  import { waitText } from '$lib/ui/pour/pour-words';
  import { units } from '$lib/ui/preferences';
  import { told } from '$lib/ui/toast/toaster';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import { LongWork } from '$lib/ui/work/long-work.svelte';

  interface Props {
    session_id: number;
    mold: {
      id: number;
      state: MoldState;
      gating: MoldGating | null;
      layout: MoldLayout | null;
      version: number;
    };
    as_it_is: FreezeAnswer;
    /** That answer is of the mold as it was: it is worked out anew. */
    stale: boolean;
    /** Of the riser that it has; null for none. */
    riser_m: number | null;
    /** Where everything lies, as it is kept or was worked out. */
    layout: MoldLayout | null;
    onkept: () => void;
  }
  const { session_id, mold, as_it_is, stale, riser_m, layout, onkept }: Props = $props();

  /** What is asked otherwise, told in words, and what becomes of the mold where it is kept. */
  interface Way {
    is: string;
    keep: string;
    done: string;
    ask: { riser_mm?: number; chills?: readonly MoldChill[]; turned?: number };
    change: () => { gating?: MoldGating; layout?: MoldLayout };
  }
  const work = new LongWork();
  let tried = $state.raw<{ way: Way; answer: FreezeAnswer }[]>([]);
  let trouble = $state<string | null>(null);
  /** One that feeds is looked for. */
  let finding = $state(false);
  const busy = $derived(stale || finding || work.progress !== null);
  const length = (mm: number) => figureText(lengthFigure(mm / 1000, units()));
  const riserWay = (riser_mm: number): Way => ({
    is: riser_mm === 0 ? 'No riser' : length(riser_mm),
    keep: riser_mm === 0 ? 'Gate it without a riser' : `Gate it with ${length(riser_mm)}`,
    done: riser_mm === 0 ? 'The mold has no riser now.' : `The riser is ${length(riser_mm)} now.`,
    ask: { riser_mm },
    change: () => ({ gating: { ...mold.gating, riser_mm } })
  });
  /** Slugs cut off a bar as it is sold: across and thick, mm. */
  const SLUGS = {
    metric: [
      [25, 12],
      [40, 20]
    ],
    us: [
      [25.4, 12.7],
      [38.1, 19.05]
    ]
  } as const;
  const has = $derived(mold.gating?.chills ?? []);
  const worst = $derived(as_it_is.hot_spots[0]);
  const chillWays = $derived.by((): Way[] => {
    if (!worst || has.length >= 8) return [];
    const { x_mm, y_mm, half } = worst.chill;
    return SLUGS[units()].map(([across_mm, thick_mm]) => {
      const chill = { casting: worst.casting, x_mm, y_mm, half, across_mm, thick_mm };
      const chills = [...has, chill];
      const is = `A chill ${length(across_mm)} across, ${length(thick_mm)} thick, ${half === 'drag' ? 'under' : 'over'} the last place`;
      return {
        is,
        keep: `Ram in the ${length(across_mm)} chill`,
        done: 'The mold has a chill there now.',
        ask: { chills },
        change: () => ({ gating: { ...mold.gating, chills } })
      };
    });
  });
  const without = $derived.by((): Way[] => {
    if (has.length === 0) return [];
    return [
      {
        is: has.length === 1 ? 'Without its chill' : 'Without its chills',
        keep: 'Leave the chills out',
        done: 'The mold has no chill now.',
        ask: { chills: [] },
        change: () => ({ gating: { ...mold.gating, chills: [] } })
      }
    ];
  });
  /** The casting whose other end could be gated: the worst one, of those that are not alike at both ends. */
  const turnable = $derived.by(() => {
    const meshes = as_it_is.parts.flatMap(({ known, number }) => (known === 'mesh' ? [number] : []));
    const late = worst?.casting ?? as_it_is.misrun[0]?.casting;
    return late !== undefined && meshes.includes(late) ? late : meshes[0];
  });
  const turnedWay = $derived.by((): Way[] => {
    if (turnable === undefined || !layout) return [];
    const turned = turnable;
    return [
      {
        is: 'Its gate at the other end',
        keep: 'Turn it round in the flask',
        done: 'The casting lies the other way round now.',
        ask: { turned },
        change: () => ({
          layout: {
            ...layout,
            placed: layout.placed.map((each, i) =>
              i === turned ? { ...each, turned_deg: (each.turned_deg + 180) % 360, by_hand: true } : each
            )
          }
        })
      }
    ];
  });
  /** What one would lay beside it: no riser, a quarter narrower, a quarter wider, or usual ones where there is none. */
  const ways = $derived(
    [
      ...(riser_m === null ? [25, 35, 45] : [0, 0.75 * riser_m * 1000, 1.25 * riser_m * 1000]).map((mm) =>
        riserWay(Math.round(mm))
      ),
      ...chillWays,
      ...without,
      ...turnedWay
    ].filter(({ is }) => !tried.some(({ way }) => way.is === is))
  );
  async function attempt(way: Way): Promise<FreezeAnswer | null> {
    trouble = null;
    try {
      const answer = await work.follow((how) =>
        api<FreezeAnswer>('POST', '/calc/freeze', { mold_id: mold.id, ...way.ask }, how)
      );
      tried = [...tried, { way, answer }];
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
  /** Goes through wider risers, then the other end and chills where there are such, up to the first that surely feeds. */
  async function find() {
    [finding, none, tried] = [true, false, []];
    const widths = riser_m === null ? USUAL_MM : WIDER.map((times) => Math.round(times * riser_m * 1000));
    for (const way of [...widths.map(riserWay), ...turnedWay, ...chillWays]) {
      const answer = await attempt(way);
      finding = answer !== null && !sound(answer);
      if (!finding) return;
    }
    [finding, none] = [false, true];
  }
  /** A riser surely feeds; or there is none, and nothing goes missing. */
  const sound = (of: FreezeAnswer) =>
    of.riser?.surely === true || (hollow(of) === 0 && of.riser?.is === 'none');
  async function keep(way: Way) {
    const where = `/sessions/${session_id}/molds/${mold.id}`;
    const before = { gating: mold.gating, layout: mold.layout };
    const gate = async (seen: { version: number }, change: object) => {
      const now = await amend(where, seen, change);
      tried = [];
      await readAnew();
      onkept();
      return now;
    };
    try {
      const now = await gate(mold, way.change());
      told(way.done, async () => {
        await gate(now, before);
      });
    } catch (thrown) {
      trouble = (thrown as Error).message;
    }
  }
  const hollow = ({ hot_spots }: FreezeAnswer) =>
    hot_spots.reduce((sum, { hollow_cm3 }) => sum + hollow_cm3 / 1e6, 0);
  const says = (of: FreezeAnswer) =>
    `${of.riser?.says ?? ''}; ${hollow(of) > 0 ? `${hollowText(hollow(of), units())} goes missing` : 'nothing goes missing'}${of.misrun.length > 0 ? '; metal comes late' : ''}; all solid after ${of.all_solid_s === null ? 'days' : waitText(of.all_solid_s)}, open after ${of.open_s === null ? 'days' : waitText(of.open_s)}.`;
  const chilled = $derived(
    has.length === 0 ? '' : has.length === 1 ? ', one chill' : `, ${has.length} chills`
  );
</script>

<div class="grid gap-3">
  <h3>Try beside it</h3>
  <dl class="grid gap-2">
    <div>
      <dt class="font-semibold">
        {riser_m === null ? 'No riser' : length(riser_m * 1000)}{chilled}, as it is
      </dt>
      <dd class="small">{stale ? 'Being worked out anew …' : says(as_it_is)}</dd>
    </div>
    {#each tried as { way, answer } (way.is)}
      <div>
        <dt class="font-semibold">{way.is}</dt>
        <dd class="small">
          {says(answer)}
          {#if way.ask.chills?.length}A chill goes in clean, dry and hand-warm: damp or rust on it throws
            metal.{/if}
          {#if mold.state === 'planned'}
            <button type="button" class="quiet mt-2 block" onclick={() => keep(way)}>{way.keep}</button>
          {/if}
        </dd>
      </div>
    {/each}
  </dl>
  {#if mold.state !== 'planned' && tried.length > 0}
    <p class="small">This mold is rammed: keep it in mind for the next one.</p>
  {/if}
  {#if none}
    <p class="small" role="status">
      None of these surely feeds it. Try a wider way to the riser, a riser nearer to the last place, or a
      thinner place there.
    </p>
  {/if}
  {#if trouble}<p class="wrong" role="alert">{trouble}</p>{/if}
  <WorkProgress progress={work.progress} onstop={() => work.stop()} />
  <p class="row">
    {#if !as_it_is.riser?.surely && (riser_m !== null || hollow(as_it_is) > 0)}
      <button type="button" class="quiet" disabled={busy} onclick={() => find()}>Find what feeds it</button>
    {/if}
    {#each ways as way (way.is)}
      <button type="button" class="quiet" disabled={busy} onclick={() => void attempt(way)}>{way.is}</button>
    {/each}
  </p>
</div>
