<script lang="ts">
  /** Steps to tick off as they are done; one that is waited for starts its timer when it is ticked. */
  import { page } from '$app/state';
  import Caution from '$lib/ui/caution/Caution.svelte';
  import type { CautionName } from '$lib/ui/caution/cautions';
  import { startTimer } from '$lib/ui/timer/timers.svelte';
  import WaitTimer from './WaitTimer.svelte';

  interface Step {
    text: string;
    wait_s?: number | undefined;
    caution?: CautionName | undefined;
  }
  interface Props {
    steps: readonly Step[];
    /** Which are done, by their words; it is part of the draft of what they are steps of. */
    ticked: Record<string, boolean>;
    /** Of what they are: their timers are kept under it. */
    name: string;
    /** What a timer is called: "Gate heap: step 3". */
    of: string;
  }
  let { steps, ticked = $bindable(), name, of }: Props = $props();

  const timerOf = (i: number) => `${name}:${i}`;
  function tick(i: number) {
    const { wait_s, text } = steps[i]!;
    if (wait_s && ticked[text])
      startTimer({
        name: timerOf(i),
        says: `${of}, step ${i + 1}`,
        seconds: wait_s,
        href: page.url.pathname
      });
  }
</script>

<ol class="ruled">
  {#each steps as step, i (i)}
    <li class="py-1">
      <label class="flex min-h-12 cursor-pointer items-center gap-3">
        <input
          type="checkbox"
          class="checkbox size-6 shrink-0"
          checked={ticked[step.text] ?? false}
          onchange={({ currentTarget }) => {
            ticked = { ...ticked, [step.text]: currentTarget.checked };
            tick(i);
          }}
        />
        <span class={ticked[step.text] ? 'soft line-through' : ''}>{i + 1}. {step.text}</span>
      </label>
      {#if step.wait_s}<WaitTimer seconds={step.wait_s} name={timerOf(i)} says="{of}, step {i + 1}" />{/if}
      {#if step.caution && !ticked[step.text]}<Caution name={step.caution} />{/if}
    </li>
  {/each}
</ol>
