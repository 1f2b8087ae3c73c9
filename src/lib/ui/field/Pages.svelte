<script lang="ts">
  /** The pages of a long list, as links: they work without a script, and can be kept. */
  import { Pagination } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    count: number;
    page: number;
    page_size: number;
    /** The address of a page. */
    href: (page: number) => string;
  }
  const { label, count, page, page_size, href }: Props = $props();
  const cell =
    'quiet min-w-12 px-3 no-underline data-selected:border-(--ink) data-selected:bg-(--ink) data-selected:text-(--paper) data-disabled:opacity-50';
</script>

{#if count > page_size}
  <Pagination
    type="link"
    {count}
    {page}
    pageSize={page_size}
    getPageUrl={({ page: to }) => href(to)}
    translations={{ rootLabel: label }}
    class="row"
  >
    {#if page > 1}<a class={cell} rel="prev" href={href(page - 1)}>Before</a>{/if}
    <Pagination.Context>
      {#snippet children(pagination)}
        {#each pagination().pages as each, index (each)}
          {#if each.type === 'page'}
            <Pagination.Item {...each} class={cell}>
              {#snippet element(attributes)}
                <a
                  {...attributes}
                  href={href(each.value)}
                  aria-current={each.value === page ? 'page' : undefined}>{each.value}</a
                >
              {/snippet}
            </Pagination.Item>
          {:else}
            <Pagination.Ellipsis {index}>…</Pagination.Ellipsis>
          {/if}
        {/each}
      {/snippet}
    </Pagination.Context>
    {#if page * page_size < count}<a class={cell} rel="next" href={href(page + 1)}>Next</a>{/if}
  </Pagination>
{/if}
