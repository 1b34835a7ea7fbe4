<script lang="ts">
  import type { Line } from './+page.server';

  const { data }: { data: { desk: { lines: Line[] }; more: number } } = $props();
  const padding = $derived('x'.repeat(data.more / data.desk.lines.length));
</script>

<!-- A single letter of this kind has a page of letters kept in two bytes each, as every page with words of people is. -->
<h1>Desk — what is next</h1>
<ul>
  {#each data.desk.lines as line (line.assignmentId)}
    <li class="desk-row">
      <a href="/assignments/{line.assignmentId}">
        <svg class="emblem"><use href="#emblem-{line.course.emblem}" /></svg>
        <span class="named"><b>{line.title}</b><i>{line.course.title}</i></span>
        <span>{line.holder}</span>
        <span class="when">
          {#if line.due !== null}<time datetime={new Date(line.due).toISOString()}>{line.due}</time>{/if}
          <i>{padding}</i>
        </span>
      </a>
    </li>
  {/each}
</ul>
