<script lang="ts">
  import type { DueOn } from '$core/plan/view';
  import { dayInShort, timeOfDay } from '$core/time/words';
  import { getZone } from '$ui/time/reader';
  import { isOn } from '$core/plan/view';

  interface Props {
    day: number;
    now: number;
    dues: readonly DueOn[];
  }
  /** The head of a day: which it is, and what is due on it. */
  const { day, now, dues }: Props = $props();
  const zone = getZone();
  const name = $derived(dayInShort(day, zone()));
</script>

<div class="px-1.5 pb-1 text-sm">
  <h3 class={isOn(now, day, zone()) ? 'font-semibold underline decoration-accent decoration-3 underline-offset-4' : ''}>
    {name}
  </h3>
  <ul>
    {#each dues as { id, title, due } (id)}<li class="flex min-h-6 items-center truncate text-xs">
        <a
          class="block min-h-6 min-w-6 link truncate leading-6 link-hover"
          href="/assignments/{id}"
          title="{title}, due {timeOfDay(due, zone())}"
          ><span class="figures">{timeOfDay(due, zone())}</span> due: {title}</a
        >
      </li>{/each}
  </ul>
</div>
