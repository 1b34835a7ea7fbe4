<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import Icon from '$ui/icons/Icon.svelte';
  import type { OutlineItem } from '$core/courses/outline';
  import { timeToDue } from '$core/packets/due';
  import { sizeText } from '$core/materials/size-text';
  import { absolute, relative } from '$core/time/words';
  import Baton from '$ui/packets/Baton.svelte';

  interface Props {
    item: OutlineItem;
    /** Teachers see no baton of their own. */
    reader?: 'student' | 'teacher';
  }
  const { item, reader = 'student' }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const href = $derived(
    { assignment: '/assignments/', material: '/materials/', notice: '/notices/' }[item.kind] + item.id
  );
  const overdue = $derived(
    item.kind === 'assignment' && item.holding.holder === 'student' && item.due !== null && item.due < now
  );
</script>

<a
  {href}
  class="grid gap-x-4 gap-y-1 px-3 py-2.5 hover:bg-base-200 md:grid-cols-[minmax(0,1fr)_19rem_13rem] md:items-center"
>
  <span class="flex items-center gap-2">
    {#if item.kind === 'material'}<Icon name="book-open" />{/if}
    {#if item.kind === 'notice'}<Icon name="megaphone" />{/if}
    <span class={item.kind === 'assignment' || (item.kind === 'notice' && item.unread) ? 'font-semibold' : ''}
      >{item.title}</span
    >
  </span>
  <span class="text-sm">
    {#if item.kind === 'assignment'}
      {#if reader === 'student'}<Baton holding={item.holding} />{/if}
    {:else if item.kind === 'material'}
      Material, {sizeText(item.size)}
    {:else}
      Notice{item.unread ? ', unread' : ''}
    {/if}
  </span>
  <span class="text-sm md:text-right">
    {#if item.kind === 'assignment'}
      {#if item.due === null}No due date{:else}
        <time datetime={new Date(item.due).toISOString()} class="block">{absolute(item.due, zone, now)}</time>
        {#if reader === 'student' && item.holding.holder === 'student'}
          <span class={overdue ? 'font-semibold text-error' : ''}
            >{timeToDue({ due: item.due, closes: null, late: { kind: 'none' } }, now).words}</span
          >
        {/if}
      {/if}
    {:else if item.kind === 'notice'}{relative(item.at, now)}{/if}
  </span>
</a>
