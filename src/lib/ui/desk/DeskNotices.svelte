<script lang="ts">
  import { getNow } from '$ui/time/reader';
  import type { DeskNotice } from '$core/courses/views';
  import Emblem from '$ui/courses/Emblem.svelte';
  import { relative } from '$core/time/words';

  interface Props {
    notices: DeskNotice[];
  }
  /** What teachers tell their courses, until it has been read. */
  const { notices }: Props = $props();
  const now = $derived.by(getNow());
</script>

{#if notices.length > 0}
  <section class="mb-7" aria-labelledby="unread-notices">
    <h2 id="unread-notices" class="mb-1.5 text-xl font-semibold">
      Notices, unread <span class="figures font-normal opacity-75">{notices.length}</span>
    </h2>
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each notices as notice (notice.id)}
        <li class="desk-row border-l-transparent">
          <a href="/notices/{notice.id}">
            <Emblem emblem={notice.emblem} />
            <span class="named"><b>{notice.title}</b><i class="text-sm opacity-80">{notice.courseTitle}</i></span>
            <span>{notice.by}</span>
            <span class="when">{relative(notice.at, now)}</span>
          </a>
        </li>
      {/each}
    </ul>
  </section>
{/if}
