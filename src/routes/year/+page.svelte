<script lang="ts">
  import { fixed, massText, percentText } from '$core/quantity/display';
  import { DEFECTS, type DefectName } from '$core/reference/defects';
  import PrintSheet from '$lib/ui/page/PrintSheet.svelte';
  import { moneyText, perWeight } from '$lib/ui/money';
  import { units } from '$lib/ui/preferences';
  import { shortDate } from '$lib/ui/date/written-date';
  import { monthName } from '$lib/ui/date/written-day';
  import Term from '$lib/ui/term/Term.svelte';
  import type { TermName } from '$lib/ui/term/terms';
  import WhatDiffered from '$lib/ui/year/WhatDiffered.svelte';

  const { data } = $props();
  const { of } = $derived(data);
  const mass = (kg: number) => (kg > 0 ? massText(kg, units()) : '–');
  const cost = (by: Record<string, number>) => moneyText(by) || '–';
  const per = (cost_per_kg: Record<string, number>) => perWeight(cost_per_kg, units()).cost;
  const per_kg_good = $derived(`per ${perWeight({}, units()).unit} good`);
  const defectName = (defect: string) => DEFECTS[defect as DefectName]?.name ?? defect;
  type HeapMonth = (typeof of.heaps)[number]['months'][number];
  function heapRows(then: HeapMonth, now: HeapMonth) {
    const row = (name: string, term: TermName, said: (month: HeapMonth) => string) => ({
      name,
      term,
      then: said(then),
      now: said(now)
    });
    return [
      row('Mass', 'estimate', ({ total_kg }) => mass(total_kg)),
      row('Active clay', 'active-clay', (month) => `${fixed(month.active_clay_percent, 1)} %`),
      row('Dead clay', 'active-clay', (month) => `${fixed(month.dead_clay_percent, 1)} %`),
      row('Fines', 'fines', (month) => `${fixed(month.fines_percent, 1)} %`)
    ];
  }
  const anything = $derived(of.total.castings > 0 || of.total.metal_kg > 0 || of.heaps.length > 0);
  const most = $derived(Math.max(1, ...of.months.map(({ castings }) => castings)));
</script>

<svelte:head><title>{of.year} · Brunkel</title></svelte:head>

<div class="stack">
  <header class="flex flex-wrap items-baseline justify-between gap-3 border-b-2 border-(--ink) pb-3">
    <h1>The year {of.year}</h1>
    <p class="row print:hidden">
      {#each of.years.filter((year) => year !== of.year) as year (year)}
        <a class="quiet" href="/year?year={year}">{year}</a>
      {/each}
      <PrintSheet />
    </p>
  </header>
  {#if !anything}
    <p>Nothing was cast or mixed in {of.year}. <a href="/journal">Look in the journal</a>.</p>
  {:else}
    <dl class="grid grid-cols-2 gap-x-6 gap-y-3 desk:grid-cols-5 print:grid-cols-5">
      {#each [['Castings', `${of.total.castings}`], ['Scrap', of.total.castings > 0 ? `${of.total.scrap}, ${Math.round((100 * of.total.scrap) / of.total.castings)} %` : '–'], ['Metal poured', mass(of.total.metal_kg)], ['Sand lost', mass(of.total.lost_kg)], [`Cost ${per_kg_good}`, cost(per(of.cost_per_good_kg))]] as [name, value] (name)}
        <div>
          <dt class="soft small">{name}</dt>
          <dd class="text-2xl font-bold">{value}</dd>
        </div>
      {/each}
    </dl>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reached by keyboard) -->
    <div class="overflow-x-auto" role="region" aria-label="By months" tabindex="0">
      <table class="w-full text-sm">
        <thead>
          <tr class="border-b border-(--ink) text-left">
            <th class="py-1 pr-3">Month</th><th class="pr-3">Castings</th><th class="pr-3 text-right">Good</th
            ><th class="pr-3 text-right">Usable</th><th class="pr-3 text-right">Scrap</th><th
              class="pr-3 text-right"><Term name="yield">Metal</Term></th
            ><th class="pr-3 text-right"><Term name="lost">Sand lost</Term></th><th class="pr-3 text-right"
              ><Term name="renewal">New sand, clay</Term></th
            ><th class="pr-3 text-right"><Term name="cost">Cost</Term></th><th class="text-right"
              >{per_kg_good}</th
            >
          </tr>
        </thead>
        <tbody>
          {#each of.months as month (month.month)}
            <tr class="border-b border-(--rule)">
              <th class="py-1 pr-3 text-left font-semibold">{monthName(month.month)}</th>
              <td class="w-32 pr-3">
                <span class="flex h-3" role="img" aria-label="{month.castings} castings">
                  <span class="bg-(--good)" style:width="{(100 * month.good) / most}%"></span>
                  <span class="bg-(--clay)" style:width="{(100 * month.usable) / most}%"></span>
                  <span class="bg-(--heat)" style:width="{(100 * month.scrap) / most}%"></span>
                </span>
              </td>
              <td class="figure pr-3 text-right">{month.good || '–'}</td>
              <td class="figure pr-3 text-right">{month.usable || '–'}</td>
              <td class="figure pr-3 text-right">{month.scrap || '–'}</td>
              <td class="figure pr-3 text-right">{mass(month.metal_kg)}</td>
              <td class="figure pr-3 text-right">{mass(month.lost_kg)}</td>
              <td class="figure pr-3 text-right">{mass(month.new_kg)}</td>
              <td class="figure pr-3 text-right">{cost(month.cost)}</td>
              <td class="figure text-right">{cost(per(month.cost_per_good_kg))}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    {#if of.by_year.length > 1}
      <div class="grid gap-3">
        <h2>Year by year</h2>
        <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reached by keyboard) -->
        <div class="overflow-x-auto" role="region" aria-label="Year by year" tabindex="0">
          <table class="w-full text-sm">
            <thead>
              <tr class="border-b border-(--ink) text-left">
                <th class="py-1 pr-3">Year</th><th class="pr-3 text-right">Castings</th><th
                  class="pr-3 text-right">Scrap</th
                ><th class="pr-3">Mostly</th><th class="pr-3 text-right"><Term name="yield">Metal</Term></th
                ><th class="pr-3 text-right"><Term name="lost">Sand lost</Term></th><th
                  class="pr-3 text-right"><Term name="renewal">New sand, clay</Term></th
                ><th class="pr-3 text-right"><Term name="cost">Cost</Term></th><th class="pr-3 text-right"
                  >{per_kg_good}</th
                ><th><Term name="active-clay">Dead clay</Term> at its end</th>
              </tr>
            </thead>
            <tbody>
              {#each of.by_year as each (each.year)}
                <tr class="border-b border-(--rule) {each.year === of.year ? 'font-bold' : ''}">
                  <th class="py-1 pr-3 text-left"><a href="/year?year={each.year}">{each.year}</a></th>
                  <td class="figure pr-3 text-right">{each.castings || '–'}</td>
                  <td class="figure pr-3 text-right"
                    >{each.castings > 0 ? percentText(each.scrap / each.castings, 0) : '–'}</td
                  >
                  <td class="pr-3"
                    >{each.commonest_defect ? defectName(each.commonest_defect.defect) : '–'}</td
                  >
                  <td class="figure pr-3 text-right">{mass(each.metal_kg)}</td>
                  <td class="figure pr-3 text-right">{mass(each.lost_kg)}</td>
                  <td class="figure pr-3 text-right">{mass(each.new_kg)}</td>
                  <td class="figure pr-3 text-right">{cost(each.cost)}</td>
                  <td class="figure pr-3 text-right">{cost(per(each.cost_per_good_kg))}</td>
                  <td
                    >{each.heaps
                      .map(({ name, dead_clay_percent }) => `${name} ${fixed(dead_clay_percent, 1)} %`)
                      .join(', ') || '–'}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </div>
    {/if}
    <div class="grid gap-8 desk:grid-cols-2 print:grid-cols-2">
      <section class="grid content-start gap-3" aria-label="The heaps">
        <h2>The heaps</h2>
        {#each of.heaps as heap (heap.id)}
          {@const [first, last] = [heap.months[0]!, heap.months.at(-1)!]}
          <div>
            <p class="flex flex-wrap items-baseline justify-between gap-x-3">
              <strong>{heap.name}</strong><a class="small print:hidden" href="/heaps/{heap.id}/charts"
                >its drift</a
              >
            </p>
            <table class="w-full text-sm">
              <thead
                ><tr class="soft text-left"
                  ><td></td><th class="text-right">{monthName(first.month)}</th><th class="text-right"
                    >{monthName(last.month)}</th
                  ></tr
                ></thead
              >
              <tbody>
                {#each heapRows(first, last) as { name, term, then, now } (name)}
                  <tr class="border-t border-(--rule)"
                    ><th class="text-left font-normal"><Term name={term}>{name}</Term></th><td
                      class="figure text-right">{then}</td
                    ><td class="figure text-right">{now}</td></tr
                  >
                {/each}
              </tbody>
            </table>
          </div>
        {/each}
      </section>
      <section class="grid content-start gap-3" aria-label="What went wrong">
        <h2>What went wrong</h2>
        {#if of.scrap_by_defect.length === 0}
          <p class="soft">No defect was noted.</p>
        {:else}
          <ul class="ruled">
            {#each of.scrap_by_defect as { defect, castings, months } (defect)}
              <li class="py-1.5">
                <a class="plain" href="/year?year={of.year}&defect={defect}"
                  ><strong>{defectName(defect)}</strong></a
                >
                <span class="soft small"
                  >{castings}
                  {castings === 1 ? 'casting' : 'castings'}: {Object.keys(months)
                    .sort()
                    .map(monthName)
                    .join(', ')}</span
                >
              </li>
            {/each}
          </ul>
        {/if}
        {#if of.lessons.length > 0}
          <h3>Kept for next time</h3>
          <ul class="grid gap-1 text-sm">
            {#each of.lessons.slice(-8) as { id, at, lessons } (id)}
              <li><a class="plain" href="/sessions/{id}">{shortDate(at)}</a> {lessons}</li>
            {/each}
          </ul>
        {/if}
      </section>
    </div>
  {/if}
  {#if data.differed.defect}
    <p class="small">
      Only <strong>{defectName(data.differed.defect)}</strong> counts as bad here.
      <a href="/year?year={of.year}">Count all that went wrong</a>
    </p>
  {/if}
  <WhatDiffered of={data.differed} />
</div>
