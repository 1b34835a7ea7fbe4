<script lang="ts">
  import { calendarWords, type CalendarDays } from '$core/courses/calendar';
  import { calendarDay } from '$core/time/words';
  import { act } from '$ui/forms/act';

  interface Props {
    days: CalendarDays[];
    removable?: boolean;
  }
  const { days, removable = false }: Props = $props();
</script>

<ul class="grid gap-1.5">
  {#each days as { id, title, kind, first, last } (id)}
    <li class="flex flex-wrap items-center gap-x-3">
      <span>
        <b>{title}</b>: {last === first ? calendarDay(first) : `${calendarDay(first)} to ${calendarDay(last)}`}.
        <span class="opacity-85">{calendarWords(kind)}.</span>
      </span>
      {#if removable}
        <form method="post" action="?/remove" use:act class="ml-auto">
          <input type="hidden" name="id" value={id} />
          <button class="btn btn-sm" aria-label="Remove {title}">Remove</button>
        </form>
      {/if}
    </li>
  {:else}<li>No holidays are entered.</li>{/each}
</ul>
