<script lang="ts" generics="T extends string">
  import type { Snippet } from 'svelte';

  interface Props {
    legend: string;
    options: readonly { value: T; name: string; about?: string }[];
    value?: T | null;
    error?: string | undefined;
    /** Draws something above the name of a choice. */
    picture?: Snippet<[T]>;
    onchoose?: (value: T) => void;
    /** The name that it is posted under without a script. */
    post?: string | undefined;
  }
  let { legend, options, value = $bindable(null), error, picture, onchoose, post }: Props = $props();
  const name = $props.id();
</script>

<fieldset aria-describedby={error ? `${name}-error` : undefined}>
  <legend>{legend}</legend>
  <div class="choices" class:pictured={picture}>
    {#each options as option (option.value)}
      <label>
        <input
          type="radio"
          name={post ?? name}
          value={option.value}
          bind:group={value}
          onchange={() => onchoose?.(option.value)}
        />
        <span class="face">
          {#if picture}{@render picture(option.value)}{/if}
          <span class="name">{option.name}</span>
          {#if option.about}<span class="about">{option.about}</span>{/if}
        </span>
      </label>
    {/each}
  </div>
  {#if error}<p class="error" id="{name}-error" role="alert">{error}</p>{/if}
</fieldset>

<style>
  legend {
    font-weight: 600;
    font-size: 0.95rem;
    margin-bottom: 0.3rem;
  }
  .choices {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 8.5rem), 1fr));
    gap: 0.5rem;
  }
  label {
    position: relative;
    cursor: pointer;
  }
  input {
    position: absolute;
    opacity: 0;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  .face {
    display: flex;
    flex-direction: column;
    justify-content: center;
    align-items: flex-start;
    min-height: 3rem;
    height: 100%;
    padding: 0.5rem 0.75rem;
    border: 1px solid var(--edge);
    border-radius: var(--radius-base);
    background: var(--paper);
  }
  .pictured .face {
    align-items: center;
    text-align: center;
  }
  .about {
    font-size: 0.85rem;
    color: var(--soft);
    line-height: 1.3;
  }
  input:checked + .face {
    border-color: var(--ink);
    box-shadow: inset 0 0 0 2px var(--ink);
  }
  input:checked + .face .name {
    font-weight: 700;
  }
  input:focus-visible + .face {
    outline: 3px solid var(--heat);
    outline-offset: 2px;
  }
  .error {
    color: var(--heat);
    font-weight: 600;
    font-size: 0.875rem;
    margin-top: 0.3rem;
  }
</style>
