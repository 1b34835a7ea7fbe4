<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { metByWords, type MustDo } from '$core/assignments/must-do';
  import { act } from '$ui/forms/act';

  /** What has to be done along the way, to tick off for oneself. */
  const { items }: { items: MustDo[] } = $props();
</script>

<ul class="grid gap-1">
  {#each items as item (item.id)}
    <li class="flex items-start gap-3">
      {#if item.metBy === 'tick'}
        <form method="post" action="?/tick" use:act>
          <input type="hidden" name="itemId" value={item.id} />
          <input type="hidden" name="done" value={item.met ? 'no' : 'yes'} />
          <button class="tick" role="checkbox" aria-checked={item.met} aria-label={item.text}>
            {#if item.met}<Icon name="check" />{/if}
          </button>
        </form>
      {:else}
        <span class="tick border-dashed" role="img" aria-label={item.met ? 'Done' : 'Not done yet'}>
          {#if item.met}<Icon name="check" />{/if}
        </span>
      {/if}
      <p class="py-1">
        {item.text}{#if item.optional}<span class="text-sm opacity-85">, optional</span>{/if}
        {#if metByWords(item.metBy) && !item.met}<span class="block text-sm opacity-85">{metByWords(item.metBy)}</span
          >{/if}
      </p>
    </li>
  {/each}
</ul>
