<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { dayOf } from '$lib/ui/date/reader-day';
  import { nowMs } from '$core/time/now';
  import SignOut from '$lib/ui/frame/SignOut.svelte';
  import WithoutServer from '$lib/ui/frame/WithoutServer.svelte';
  import { dayAndHour, fullDate } from '$lib/ui/date/written-day';
  import Choice from '$lib/ui/field/Choice.svelte';
  import { prefer } from '$lib/ui/preferences';
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();

  const WAYS = [
    { value: 'device', name: 'As this device does' },
    { value: 'day-first', name: '31 Dec, 18:30' },
    { value: 'month-first', name: 'Dec 31, 6:30 PM' }
  ] as const;

  const newest = $derived(data.copies[0]);
  const megabytes = (bytes: number) => `${fixed(bytes / 1e6, bytes < 1e7 ? 1 : 0)} MB`;
  /** How old a copy is, in whole days. */
  function age(day: string): string {
    const days = Math.round((nowMs() - Date.parse(`${day}T12:00:00`)) / 86_400_000);
    return days <= 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;
  }
  /** What a token is good for. */
  const TOKEN_FOR = {
    readings: 'send readings',
    everything: 'do everything',
    calendar: 'read the calendar',
    plan: 'read the calendar of one day'
  } as const;
  const TRIED_OUT = [
    {
      setting: 'simulated_devices',
      what: 'A scale and a moisture probe ship with Brunkel, simulated; what is taken from them is marked as simulated, for good. They are',
      off: ''
    },
    {
      setting: 'simulated_weather',
      what: 'A weather station ships too, simulated; heaps dry in its air while it is on. It is',
      off: ': heaps dry in the handbook’s air, and in the air that you type in'
    }
  ] as const;
</script>

<svelte:head><title>Records · Brunkel</title></svelte:head>

<h1>Records</h1>
<p class="lead soft">Your records: keep them, copy them, take them with you. Nobody else gets them.</p>

<div class="columns">
  <section aria-labelledby="copies">
    <h2 id="copies">Copies</h2>
    {#if data.failure}<p class="wrong" role="alert">The last copy failed: {data.failure}</p>{/if}
    {#if data.held.missing > 0}
      <p class="wrong" role="alert">
        {data.held.missing} of {data.held.files} photos and meshes {data.held.missing === 1 ? 'is' : 'are'} missing
        in the folder
        <code>files</code> beside the records: a backup goes without. An earlier backup has them: restore it
        into another folder, start it there once, and copy its <code>files</code> over this one. Your records stay
        as they are.
      </p>
    {/if}
    {#if newest}
      <p class="newest">Copied <strong>{age(newest.day)}</strong></p>
    {:else}
      <p>No copy yet: the first is made a few seconds after the start.</p>
    {/if}
    <p class="small soft">
      One a day while Brunkel runs; of the last 7 days, 8 weeks and 12 months the latest is kept, in the
      folder
      <code>copies</code> beside the records.
    </p>
    <div class="row">
      <a class="act" href="/api/v1/records/backup" download>Back up to a file</a>
      {#if !newest || age(newest.day) !== 'today'}
        <form method="POST" action="?/copy" use:enhance>
          <button class="quiet" type="submit">Copy today now</button>
        </form>
      {/if}
    </div>
    {#if data.copies.length > 0}
      <details>
        <summary>{data.copies.length} {data.copies.length === 1 ? 'copy' : 'copies'}</summary>
        <ul class="list small">
          {#each data.copies as { day, bytes } (day)}<li>{fullDate(day)}, {megabytes(bytes)}</li>{/each}
        </ul>
      </details>
    {/if}
    <p class="small soft">
      A file comes back with <code>npm run restore FILE</code>, while Brunkel is stopped. What was there
      before is kept aside.
    </p>
  </section>

  <section aria-labelledby="open">
    <h2 id="open">In open formats</h2>
    <p>
      Everything, to read anywhere and to bring back with <code>npm run import FILE</code> into an empty folder.
    </p>
    <p><a class="act" href="/api/v1/records/export.jsonl" download>Export everything</a></p>
    <details>
      <summary>As tables for a spreadsheet</summary>
      <ul class="list small">
        {#each data.tables as table (table)}
          <li><a href="/api/v1/records/tables/{table}" download>{table.replaceAll('_', ' ')} (CSV)</a></li>
        {/each}
      </ul>
    </details>
  </section>

  <section aria-labelledby="phone">
    <h2 id="phone">From the phone</h2>
    {#if data.qr}
      <p>In the same network, point its camera at this:</p>
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn by the server from its own address -->
      <div class="qr" role="img" aria-label="Code for {data.addresses[0]}">{@html data.qr}</div>
      <ul class="list">
        {#each data.addresses as address (address)}<li><a href={address}>{address}</a></li>{/each}
      </ul>
      {#if data.guarded}
        <p class="small soft">
          It asks for the passphrase once. {data.devices}
          {data.devices === 1 ? 'device is' : 'devices are'} signed in.
        </p>
        {#if !data.desk}
          <SignOut />
        {/if}
      {:else}
        <p class="wrong">
          No passphrase is asked for: whoever is in this network can read and change your records.
        </p>
      {/if}
    {:else}
      <p>Brunkel answers this machine alone. To reach it from the phone, start it with</p>
      <p><code>HOST=0.0.0.0 npm start</code></p>
      <p class="small soft">
        It prints the addresses and a code for the camera, and asks for a passphrase from there.
      </p>
    {/if}
    {#if data.desk}
      <form method="POST" action="?/passphrase" use:enhance class="ask">
        <label class="label" for="passphrase"
          >{data.has_passphrase ? 'Another passphrase' : 'A passphrase'}</label
        >
        <input
          class="input"
          id="passphrase"
          name="passphrase"
          type="password"
          autocomplete="new-password"
          minlength="8"
          required
        />
        <button class="quiet" type="submit">{data.has_passphrase ? 'Change it' : 'Set it'}</button>
        {#if form && 'passphrase_set' in form}
          <p class="small" role="status">
            It is set. Devices that were signed in have to give it anew, and tokens have ended.
          </p>
        {/if}
      </form>
    {/if}
  </section>

  <WithoutServer />

  <section aria-labelledby="devices">
    <h2 id="devices">Devices and scripts</h2>
    <p class="small soft">
      A scale or a script from beyond this machine names its token as <code>Authorization: Bearer …</code>. It
      is good for a year, and ends when the passphrase is changed.
    </p>
    {#if form && 'token' in form && form.token}
      <p class="shown" role="status">
        The token of {form.token.name}, shown this once:<br /><code>{form.token.token}</code>
      </p>
    {/if}
    {#if data.tokens.length > 0}
      <ul class="list">
        {#each data.tokens as token (token.id)}
          <li class="token">
            <span
              >{token.name}
              <span class="small soft"
                >may {TOKEN_FOR[token.plan_id === null ? (token.only ?? 'everything') : 'plan']}, until {fullDate(
                  dayOf(token.until)
                )}</span
              ></span
            >
            <form method="POST" action="?/revoke" use:enhance>
              <input type="hidden" name="id" value={token.id} />
              <button class="quiet" type="submit" aria-label="Revoke {token.name}">Revoke</button>
            </form>
          </li>
        {/each}
      </ul>
    {/if}
    <form method="POST" action="?/token" use:enhance class="ask">
      <label class="label" for="token">A new token for</label>
      <input class="input" id="token" name="name" maxlength="80" required />
      <label class="label" for="token-only">It may</label>
      <select class="select min-h-12 bg-(--paper) px-3 ring-(--edge)" id="token-only" name="only">
        <option value="readings">{TOKEN_FOR.readings}</option>
        <option value="">{TOKEN_FOR.everything}</option>
      </select>
      <button class="quiet" type="submit">Make a token</button>
    </form>
  </section>
  <section class="stack" aria-labelledby="reading">
    <h2 id="reading">Days and hours</h2>
    <p class="soft">On this device every page writes them in one way.</p>
    <Choice
      legend="Write them as"
      options={WAYS}
      value={page.data.preferences.dates ?? 'device'}
      onchoose={(way) => void prefer({ dates: way === 'device' ? undefined : way })}
    />
    <p>Now it is <strong>{dayAndHour(nowMs())}</strong>.</p>
  </section>

  <section class="stack">
    <h2>For trying out</h2>
    {#each TRIED_OUT as { setting, what, off } (setting)}
      {@const on = data.settings[setting]}
      <p>{what} {on ? 'on' : 'off'} in these records{on ? '' : off}.</p>
      <form method="POST" action="?/simulated" use:enhance>
        <input type="hidden" name="setting" value={setting} />
        <input type="hidden" name="on" value={on ? 'no' : 'yes'} />
        <button class="quiet" type="submit"
          >Switch the simulated {setting === 'simulated_devices' ? 'devices' : 'weather'}
          {on ? 'off' : 'on'}</button
        >
      </form>
    {/each}
  </section>
</div>

<style>
  .lead {
    margin-top: 0.25rem;
  }
  .columns {
    display: grid;
    gap: 2.25rem 3rem;
    margin-top: 1.5rem;
  }
  section {
    display: grid;
    gap: 0.75rem;
    align-content: start;
    padding-top: 0.9rem;
    border-top: 2px solid var(--ink);
    min-width: 0;
  }
  .newest {
    font-size: 1.25rem;
  }
  .ask {
    display: grid;
    gap: 0.5rem;
    max-width: 22rem;
    margin-top: 0.5rem;
  }
  .input {
    min-height: 3rem;
  }
  .list {
    display: grid;
    gap: 0.35rem;
    margin-top: 0.5rem;
  }
  .list a {
    display: inline-flex;
    align-items: center;
    min-height: 2.75rem;
    overflow-wrap: anywhere;
  }
  summary {
    min-height: 2.75rem;
    align-content: center;
    cursor: pointer;
  }
  .token {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 1rem;
  }
  .qr {
    width: 11rem;
    background: #fff;
  }
  .shown,
  code {
    overflow-wrap: anywhere;
  }
  code {
    padding: 0.1rem 0.35rem;
    background: var(--sunk);
    color: inherit;
    border-radius: var(--radius-base);
  }
  .shown {
    padding: 0.75rem;
    background: var(--paper);
    border: 1px solid var(--edge);
  }
  @media (min-width: 62rem) {
    .columns {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
