<script lang="ts">
  import { nowIso } from '$core/time/now';
  /** The plan in one's own calendar: as a file, or as an address to subscribe to. */
  import { ApiProblem, api } from '$lib/ui/api-client';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { units } from '$lib/ui/preferences';
  import { warned } from '$lib/ui/toast/toaster';

  const { plan_id, origin }: { plan_id: number; origin: string } = $props();
  let address = $state<string | null>(null);
  /** What the address opens. */
  let opens = $state('');

  /** @param of this plan alone, or whatever is planned from now on */
  async function make(of: 'this day' | 'all days') {
    try {
      const one = of === 'this day';
      const { token } = await api<{ token: string }>('POST', '/tokens', {
        name: `calendar of ${one ? `plan ${plan_id}` : 'all days'}, ${dayOf(nowIso())}`,
        only: 'calendar',
        ...(one && { plan_id })
      });
      const path = one ? `plans/${plan_id}/calendar.ics` : 'calendar.ics';
      address = `${origin}/api/v1/${path}?units=${units()}&token=${token}`;
      opens = one ? 'this casting day' : 'the casting days you plan';
    } catch (thrown) {
      if (!(thrown instanceof ApiProblem)) throw thrown;
      warned(thrown.message);
    }
  }
</script>

<section id="calendar" class="grid gap-3" aria-label="In your own calendar">
  <h2>In your own calendar</h2>
  <p class="row">
    <a class="quiet" href="/api/v1/plans/{plan_id}/calendar.ics" download>Take the file (.ics)</a>
    <button type="button" class="quiet" onclick={() => make('this day')}>Subscribe to this day</button>
    <button type="button" class="quiet" onclick={() => make('all days')}>Subscribe to all casting days</button
    >
  </p>
  {#if address}
    <label class="grid gap-1">
      <span class="small">Give this to your calendar; it is shown this once.</span>
      <input
        class="typed font-(family-name:--mono) text-sm"
        readonly
        value={address}
        onfocus={({ currentTarget }) => currentTarget.select()}
      />
    </label>
    <p class="soft small">
      It opens {opens} in a calendar and nothing else, for a year. <a href="/records">Revoke it</a> among the tokens.
    </p>
  {/if}
</section>
