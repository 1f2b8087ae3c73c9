<script lang="ts">
  /** When those who take part have time: the hours of their week, and what their own calendar file has. */
  import { readAnew } from '$lib/ui/read-anew';
  import { USUAL_HOURS, type OpenHours } from '$core/plan/open-hours';
  import { ApiProblem, api, amend } from '$lib/ui/api-client';
  import SelectField from '$lib/ui/field/SelectField.svelte';
  import { zone } from '$lib/ui/field/record-form.svelte';
  import { told, warned } from '$lib/ui/toast/toaster';
  import { clockOf, dayAndHour, weekdayName } from '$lib/ui/date/written-day';
  import { WEEKDAYS } from './plan-words';

  interface Member {
    id: number;
    name: string;
    hours: OpenHours[] | null;
    version: number;
    busy: { source: string; times: number; next: { from: string; to: string; what: string | null }[] }[];
  }
  interface Unread {
    what: string;
    why: string;
  }
  const { members }: { members: readonly Member[] } = $props();
  /** What of the last calendar could not be read. */
  let unread = $state.raw<{ of: number; source: string; items: Unread[] } | null>(null);
  let chosen = $state('');
  const member = $derived(members.find(({ id }) => String(id) === chosen) ?? members[0]);
  const HALF_HOURS = Array.from({ length: 49 }, (_, i) => ({ value: String(i * 30), name: clockOf(i * 30) }));

  /** Hours that are guessed for a day of the week, by the reader's clock. */
  const usual = (weekday: number) => {
    const { from_min, to_min } = USUAL_HOURS.find((each) => each.weekday === weekday)!;
    return `${clockOf(from_min)} to ${clockOf(to_min)}`;
  };
  const span = (of: Member, weekday: number) =>
    (of.hours ?? USUAL_HOURS).find((each) => each.weekday === weekday) ?? null;

  async function setDay(of: Member, weekday: number, from_min: number, to_min: number) {
    // A second change at once goes on from the first, which the page has not heard of yet.
    const before = sent?.id === of.id ? sent.hours : of.hours;
    const others = (before ?? USUAL_HOURS).filter((each) => each.weekday !== weekday);
    const next = to_min > from_min ? [...others, { weekday, from_min, to_min }] : others;
    if (!(await keep(of, next))) return;
    told(
      `${of.name} on ${weekdayName(weekday)}: ${to_min > from_min ? `${clockOf(from_min)} to ${clockOf(to_min)}` : 'no time'}.`,
      async () => void (await keep(of, before))
    );
  }
  const kept: Record<number, Member> = {};
  let sent: { id: number; hours: readonly OpenHours[] | null } | null = null;
  /** Whether it was taken. */
  async function keep(of: Member, hours: readonly OpenHours[] | null): Promise<boolean> {
    const mine = { id: of.id, hours };
    sent = mine;
    try {
      // The page may not have heard yet of what was just kept.
      const seen = [of, kept[of.id] ?? of].reduce((a, b) => (b.version > a.version ? b : a));
      kept[of.id] = await amend<Member>(`/members/${of.id}`, seen, { hours });
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
      sent = null;
      return false;
    }
    await readAnew();
    if (sent === mine) sent = null;
    return true;
  }
  async function take(of: Member, files: FileList | null) {
    const file = files?.[0];
    if (!file) return;
    const query = new URLSearchParams({ source: file.name.slice(0, 120), zone: zone() });
    const answer = await fetch(`/api/v1/members/${of.id}/busy?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file
    }).catch(() => null);
    const body = (await answer?.json().catch(() => null)) as {
      times?: number;
      unread?: Unread[];
      detail?: string;
    } | null;
    if (!answer?.ok) return warned(body?.detail ?? 'The calendar did not come through: try again.');
    const times = body?.times ?? 0;
    told(`${file.name}: ${times} busy ${times === 1 ? 'time' : 'times'} of ${of.name}.`, () =>
      forget(of, file.name)
    );
    unread = { of: of.id, source: file.name, items: body?.unread ?? [] };
    await readAnew();
  }
  async function forget(of: Member, source: string) {
    await api('DELETE', `/members/${of.id}/busy?source=${encodeURIComponent(source)}`);
    await readAnew();
  }
</script>

<section class="grid gap-3" aria-label="Who has time when">
  <h2>Who has time when</h2>
  {#if !member}
    <p class="soft small">
      Nobody is named yet. The plan guesses: weekday evenings from {usual(1)}, weekends from {usual(6)}.
      <a href="/hands">Name who takes part</a>, and each has hours and a calendar of their own.
    </p>
  {:else}
    {#if members.length > 1}
      <SelectField
        label="Of whom"
        bind:value={() => String(member.id), (value) => (chosen = value)}
        options={members.map(({ id, name }) => ({ value: String(id), name }))}
      />
    {/if}
    <details>
      <summary class="flex min-h-12 cursor-pointer items-center font-semibold"
        >{member.name}’s week{#if member.hours === null}<span class="soft small ml-2 font-normal"
            >usual hours, a guess</span
          >{/if}</summary
      >
      <div class="grid gap-2">
        {#each WEEKDAYS as weekday (weekday)}
          {@const of = span(member, weekday)}
          <div class="grid grid-cols-2 gap-2">
            <SelectField
              label="{weekdayName(weekday)} from"
              value={String(of?.from_min ?? 0)}
              options={HALF_HOURS.slice(0, 48)}
              onchange={(value) => setDay(member, weekday, Number(value), of?.to_min ?? 0)}
            />
            <SelectField
              label="{weekdayName(weekday)} to"
              value={String(of?.to_min ?? 0)}
              options={HALF_HOURS}
              hint={of ? undefined : 'no time'}
              onchange={(value) => setDay(member, weekday, of?.from_min ?? 0, Number(value))}
            />
          </div>
        {/each}
        {#if member.hours !== null}
          <p>
            <button type="button" class="quiet" onclick={() => keep(member, null)}
              >Back to the usual hours</button
            >
          </p>
        {/if}
      </div>
    </details>
    {#each member.busy as { source, times, next } (source)}
      <div class="flex items-start justify-between gap-3 border-t border-(--rule) pt-2">
        <p class="min-w-0 wrap-anywhere">
          {source} <span class="soft small">{times} busy {times === 1 ? 'time' : 'times'}</span>
          {#each next.slice(0, 3) as each (each.from)}
            <span class="soft small block">{dayAndHour(each.from)}{each.what ? `: ${each.what}` : ''}</span>
          {/each}
        </p>
        <button
          type="button"
          class="quiet"
          aria-label="Forget it: {source}"
          onclick={() => forget(member, source)}>Forget it</button
        >
      </div>
    {/each}
    <label
      class="quiet relative cursor-pointer has-focus-visible:outline-3 has-focus-visible:outline-(--heat)"
    >
      Read {member.name}’s calendar file (.ics)
      <input
        type="file"
        accept=".ics,text/calendar"
        class="absolute inset-0 cursor-pointer opacity-0"
        onchange={async ({ currentTarget }) => {
          await take(member, currentTarget.files);
          currentTarget.value = '';
        }}
      />
    </label>
    {#if unread?.of === member.id && unread.items.length > 0}
      <div class="grid gap-1" role="status">
        <p>
          <strong>Not read as it stands in {unread.source}.</strong> The plan does not know of these times:
        </p>
        <ul class="ruled">
          {#each unread.items as { what, why }, i (i)}
            <li class="py-1 wrap-anywhere">{what}<span class="soft">: {why}</span></li>
          {/each}
        </ul>
      </div>
    {/if}
  {/if}
</section>
