<script lang="ts">
  import { fixed } from '$core/quantity/display';
  import { INGREDIENTS, MATERIAL_KINDS } from '$core/reference/ingredients';
  import { BINDER_NAMES, HEAP_BINDERS, TARGETS } from '$core/reference/targets';
  import BrokenEdges from '$lib/ui/handbook/BrokenEdges.svelte';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import { CAUTIONS, type CautionName } from '$lib/ui/caution/cautions';

  import FoldedOnPhone from '$lib/ui/page/FoldedOnPhone.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { CHAPTERS } from '$lib/ui/handbook/chapters';
  import TermDrawing, { DRAWN } from '$lib/ui/term/TermDrawing.svelte';
  import { TERMS, TERM_NAMES } from '$lib/ui/term/terms';

  const { data } = $props();
  // What was asked for stands in the field until something else is typed.
  // svelte-ignore state_referenced_locally
  let words = $state(data.words);

  const range = (window: { min: number; max: number } | null, scale = 100, decimals = 1) =>
    window ? `${fixed(window.min * scale, decimals)}–${fixed(window.max * scale, decimals)}` : '–';
</script>

<svelte:head><title>Handbook · Brunkel</title></svelte:head>

<div class="stack">
  <header>
    <h1>Handbook</h1>
    <p class="soft">
      The figures that stand in until you have your own. Each is a handbook default: usual ranges for hobby
      supplies and hand ramming.
    </p>
  </header>

  <form
    class="grid max-w-xl grid-cols-[minmax(0,1fr)_auto] items-end gap-3 print:hidden"
    role="search"
    aria-label="The handbook"
  >
    <TextField label="Look it up" bind:value={words} post="words" maxlength={200} />
    <button class="quiet">Look</button>
  </form>
  {#if data.words !== ''}
    <section aria-label="Found">
      <h2>{data.hits.length === 0 ? `Nothing of “${data.words}”` : `Of “${data.words}”`}</h2>
      <ul class="ruled">
        {#each data.hits as hit (hit.href + hit.name)}
          <li>
            <a class="block py-2 no-underline" href={hit.href}
              ><strong class="inline-block first-letter:uppercase">{hit.name}</strong>
              <span class="soft small">{hit.what}</span>
              <span class="small block">{hit.text}</span></a
            >
          </li>
        {/each}
      </ul>
    </section>
  {/if}
  <nav aria-label="Chapters" class="grid gap-3 desk:grid-cols-3 print:hidden">
    {#each CHAPTERS as chapter, i (chapter.id)}
      <a
        class="grid content-start gap-1 border-t-2 border-(--ink) py-3 no-underline"
        href="/handbook/{chapter.id}"
      >
        <strong class="text-lg">{i + 1} {chapter.name}</strong>
        <span class="small soft">{chapter.about}</span>
      </a>
    {/each}
  </nav>

  <FoldedOnPhone title="Cautions">
    <section>
      <h2 class="hidden desk:block print:block">Cautions</h2>
      <div class="cautions">
        {#each Object.keys(CAUTIONS) as name (name)}<Caution name={name as CautionName} />{/each}
      </div>
      <p class="small">
        Brunkel advises; it does not certify. Furnaces, fuel, fumes and waste sand are matters of local rules
        and licensed trades: they come first.
      </p>
    </section>
  </FoldedOnPhone>

  <FoldedOnPhone title="Edges break out when you cut the mold?">
    <section id="edges">
      <h2 class="hidden desk:block print:block">Edges break out when you cut the mold?</h2>
      <BrokenEdges />
    </section>
  </FoldedOnPhone>

  <FoldedOnPhone title="Windows by what binds the sand">
    <section>
      <h2 class="hidden desk:block print:block">Windows by what binds the sand</h2>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reached by keyboard) -->
      <div class="scroll" role="region" aria-label="Windows by binder" tabindex="0">
        <table>
          <thead>
            <tr
              ><th scope="col">Binder</th><th scope="col">moisture %</th><th scope="col"
                >active clay, % of dry mix</th
              ><th scope="col">water : clay</th></tr
            >
          </thead>
          <tbody>
            {#each HEAP_BINDERS as binder (binder)}
              {@const targets = TARGETS[binder]}
              <tr>
                <th scope="row">{BINDER_NAMES[binder]}</th>
                <td>{range(targets.moisture)}</td>
                <td>{range(targets.active_clay)}</td>
                <td>{range(targets.temper_ratio, 1, 2)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    </section>
  </FoldedOnPhone>

  <FoldedOnPhone title="Ingredients as supplied">
    <section>
      <h2 class="hidden desk:block print:block">Ingredients as supplied</h2>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls must be reached by keyboard) -->
      <div class="scroll" role="region" aria-label="Ingredients" tabindex="0">
        <table>
          <thead>
            <tr>
              <th scope="col">Ingredient</th><th scope="col">water %</th><th scope="col">active, % of dry</th
              ><th scope="col">loose kg/L</th><th scope="col" class="wide">Remark</th>
            </tr>
          </thead>
          <tbody>
            {#each MATERIAL_KINDS.filter((kind) => kind !== 'water') as kind (kind)}
              {@const each = INGREDIENTS[kind]}
              <tr>
                <th scope="row">{each.name}</th>
                <td>{fixed(each.moisture_fraction * 100, 1)}</td>
                <td>{each.role === 'binder' ? fixed(each.active_fraction * 100, 0) : '–'}</td>
                <td>{fixed(each.loose_kg_per_l, 2)}</td>
                <td class="wide">{each.remark}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
    </section>
  </FoldedOnPhone>

  <FoldedOnPhone title="Words">
    <section>
      <h2 class="hidden desk:block print:block">Words</h2>
      <dl>
        {#each TERM_NAMES as name (name)}
          <div id="word-{name}">
            <dt>{TERMS[name].word}</dt>
            <dd>
              {TERMS[name].means}
              {#if DRAWN.includes(name)}<span class="block pt-2"><TermDrawing {name} /></span>{/if}
            </dd>
          </div>
        {/each}
      </dl>
    </section>
  </FoldedOnPhone>
</div>

<style>
  section {
    display: grid;
    gap: 0.75rem;
    grid-template-columns: minmax(0, 1fr);
  }
  .cautions {
    display: grid;
    gap: 0.75rem 1.5rem;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 0.95rem;
  }
  th,
  td {
    padding: 0.45rem 0.75rem 0.45rem 0;
    text-align: right;
    vertical-align: top;
  }
  th:first-child,
  .wide {
    text-align: left;
  }
  td {
    font-family: var(--mono);
  }
  td.wide {
    font-family: inherit;
    min-width: 14rem;
  }
  tbody tr {
    border-top: 1px solid var(--rule);
  }
  tbody th {
    font-weight: 600;
  }
  thead th {
    font-size: 0.85rem;
    font-weight: 400;
    color: var(--soft);
  }
  dl {
    display: grid;
    gap: 0.6rem;
    max-width: 48rem;
  }
  dl div {
    display: grid;
    gap: 0.2rem;
    grid-template-columns: minmax(0, 1fr);
  }
  @media (min-width: 62rem) {
    dl div {
      grid-template-columns: 9rem 1fr;
      gap: 1rem;
    }
  }
  dt {
    font-weight: 700;
  }
</style>
