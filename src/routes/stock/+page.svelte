<script lang="ts">
  import { NINE_IN_TEN } from '$core/judge/normal';
  import { fixed, massText } from '$core/quantity/display';
  import { moneyText, perWeight } from '$lib/ui/money';
  import Fig from '$lib/ui/figure/Fig.svelte';
  import { units } from '$lib/ui/preferences';

  const { data } = $props();
  const mass = (kg: number) => massText(kg, units());
  const share = (onHand: number, bought: number) => Math.min(1, Math.max(0, onHand / bought));
  const sourceWords = (source: string) => (source === 'handbook' ? 'handbook default' : source);
</script>

<svelte:head><title>Stock · Brunkel</title></svelte:head>

<header class="top">
  <h1>Stock</h1>
  <span class="row"
    ><a class="quiet" href="/alloys">Alloys</a> <a class="act" href="/stock/new">Put a bag in stock</a></span
  >
</header>

{#if data.lots.length === 0}
  <p class="none">
    Nothing in stock yet. Put in the bags you have. Brunkel then takes off the water they bring, and tells you
    what a batch costs and when a bag runs short. <a href="/stock/new">Put the first bag in</a>
  </p>
{:else}
  <ul class="ruled">
    {#each data.lots as lot (lot.id)}
      <li>
        <a class="lot" href="/stock/{lot.id}">
          <span>
            <span class="name">{lot.name}</span>
            <span class="soft small"
              >{lot.supplier ?? 'no supplier noted'}{lot.fineness_number
                ? ` · fineness ${fixed(lot.fineness_number, 0)}`
                : ''}</span
            >
          </span>
          <span class="level">
            <span class="figure"
              ><Fig name="lot.on-hand-kg" id={lot.id} value={lot.on_hand_kg}>{mass(lot.on_hand_kg)}</Fig>
              <span class="unit"
                >of <Fig name="lot.bought-kg" id={lot.id} value={lot.bought_kg}>{mass(lot.bought_kg)}</Fig
                ></span
              ></span
            >
            <span class="bar" aria-hidden="true"
              ><span style:width="{share(lot.on_hand_kg, lot.bought_kg) * 100}%"></span></span
            >
            {#if lot.on_hand_kg < -0.0005}<span class="over small"
                >more was used than it held: weigh it again</span
              >{/if}
          </span>
          <span class="facts small">
            <span
              ><Fig name="lot.moisture-percent" id={lot.id} value={lot.moisture_percent.value}
                >{fixed(lot.moisture_percent.value, 1)} %</Fig
              > water
              <span class="soft">({sourceWords(lot.moisture_percent.source)})</span></span
            >
            {#if lot.role === 'binder'}
              <span
                ><Fig name="lot.active-percent" id={lot.id} value={lot.active_percent.value}
                  >{fixed(lot.active_percent.value, 0)}{lot.active_percent.sd
                    ? ` ± ${fixed(NINE_IN_TEN * lot.active_percent.sd, 0)}`
                    : ''} %</Fig
                > active
                <span class="soft">({sourceWords(lot.active_percent.source)})</span></span
              >
            {/if}
          </span>
          <span class="figure price"
            >{lot.cost === null
              ? '–'
              : moneyText(
                  perWeight({ [lot.currency]: lot.cost / lot.bought_kg }, units()).cost
                )}{#if lot.cost !== null}<span class="unit"> /{perWeight({}, units()).unit}</span>{/if}</span
          >
        </a>
      </li>
    {/each}
  </ul>
{/if}

<style>
  .top {
    display: flex;
    justify-content: space-between;
    align-items: center;
    padding-bottom: 0.75rem;
    border-bottom: 2px solid var(--ink);
  }
  .none {
    max-width: 40rem;
    padding-block: 2rem;
  }
  .lot {
    display: grid;
    gap: 0.4rem 2rem;
    padding-block: 0.9rem;
    align-items: center;
    text-decoration: none;
  }
  .lot:hover .name {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .name {
    display: block;
    font-weight: 700;
  }
  .level,
  .facts {
    display: grid;
    gap: 0.25rem;
  }
  .bar {
    height: 0.5rem;
    background: var(--sunk);
    border: 1px solid var(--edge);
  }
  .bar span {
    display: block;
    height: 100%;
    background: var(--clay);
  }
  .over {
    color: var(--heat);
    font-weight: 600;
  }
  @media (min-width: 62rem) {
    .lot {
      grid-template-columns: 1.4fr 1.2fr 1.4fr 6rem;
    }
    .price {
      text-align: right;
    }
  }
</style>
