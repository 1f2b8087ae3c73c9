<script lang="ts" module>
  import type { HeapTestKind } from '$core/bench/heap-test';

  export const RIGS_DRAWN: readonly HeapTestKind[] = [
    'compactability',
    'green-compression',
    'permeability',
    'shatter',
    'sieve',
    'hardness'
  ];
</script>

<script lang="ts">
  /** Own drawings of household rigs, with their sizes. */
  import { inUnits } from '$core/quantity/display';
  import { units } from '$lib/ui/preferences';

  const { kind }: { kind: HeapTestKind } = $props();
  const size = (text: string) => inUnits(text, units());
</script>

<svg class="drawing" viewBox="0 0 240 190" width="240" height="190" aria-hidden="true">
  {#if kind === 'compactability'}
    <path class="sand" d="M86 96h48v70H86z" />
    <path d="M84 60v108h52V60 M70 168h80 M110 40v46 M88 86h44v10H88z" />
    <path class="weight" d="M92 14h36v20H92z" />
    <path class="moves" d="M150 24v32m-5-6l5 6 5-6" />
    <path class="span" d="M66 66v102 M62 66h8 M62 168h8 M84 178h52 M84 174v8 M136 174v8" />
    <text x="32" y="121">{size('100 mm')}</text><text x="110" y="188">{size('50 mm')}</text>
    <text x="110" y="28">{size('1 kg')}</text><text x="184" y="44">{size('320 mm')}</text>
  {:else if kind === 'green-compression'}
    <path class="sand" d="M98 104h44v44H98z" />
    <path d="M76 92h88v12H76z M60 148h120v20H60z M104 158h32" />
    <path d="M86 40l8 52h52l8-52" /><path class="water" d="M90 66l4 26h52l4-26z" />
    <path class="moves" d="M120 8v26m-5-6l5 6 5-6" />
    <path class="span" d="M98 182h44 M98 178v8 M142 178v8" /><text x="182" y="186">{size('50.8 mm')}</text>
    <text x="200" y="72">{size('1 L')} = {size('1 kg')}</text>
  {:else if kind === 'permeability'}
    <path class="water" d="M22 96h92v76H22z" /><path d="M18 72l6 100h88l6-100" />
    <path d="M40 150V66c0-10 10-12 20-16V36h16v14c10 4 20 6 20 16v84" fill="var(--paper)" />
    <path d="M68 36V22h108v66" />
    <path class="sand" d="M158 104h36v40h-36z" /><path d="M156 88v58h40V88z" />
    <path class="moves" d="M52 100v26m-5-6l5 6 5-6 M176 150v20m-5-6l5 6 5-6" />
    <path class="span" d="M40 182h56 M40 178v8 M96 178v8" /><text x="140" y="187">{size('100 mm')}</text>
    <text x="68" y="90">{size('785 g')}</text>
  {:else if kind === 'shatter'}
    <path class="sand" d="M100 10h36v30h-36z" /><path class="moves" d="M118 48v74m-6-7l6 7 6-7" />
    <path d="M76 138h84 M60 172h120 M84 172v-12 M104 172v-12 M124 172v-12 M144 172v-12 M164 172v-12" />
    <path class="span" d="M44 24v114 M40 24h8 M40 138h8" /><text x="200" y="160">{size('12.5 mm')}</text>
    <text x="22" y="84">{size('1.83 m')}</text>
  {:else if kind === 'sieve'}
    {#each [0, 1, 2] as tray (tray)}
      <path d="M70 {20 + tray * 46}h100v28H70z" />
      <path d="M72 {48 + tray * 46}h96" stroke-dasharray="{8 - 2 * tray} {5 - tray}" />
      <path class="sand" d="M84 {46 + tray * 46}c10-{14 - 3 * tray} 62-{14 - 3 * tray} 72 0z" />
    {/each}
    <path d="M70 158h100v16H70z" />
    <path class="moves" d="M36 84h18m-5-5l5 5-5 5 M204 84h-18m5-5l-5 5 5 5" />
    <text x="120" y="188">kitchen sieve, strainer, tights</text>
  {:else}
    <path class="sand" d="M30 128h180v44H30z" /><path d="M30 128h66c4 12 44 12 48 0h66" />
    <path d="M112 60v68a8 8 0 0 0 16 0V60z" /><path class="weight" d="M96 32h48v28H96z" />
    <path class="span" d="M160 122v16 M156 128h8 M156 138h8" /><text x="200" y="120"
      >{size('0.1 mm')} = 4</text
    >
    <text x="120" y="50">{size('1 kg')}</text><text x="70" y="100">{size('12 mm')}</text>
  {/if}
</svg>

<style>
  .weight {
    fill: var(--paper);
  }
  .span {
    stroke-width: 1;
  }
</style>
