<script lang="ts">
  import { GROUP_WORDS, SHOWN_KINDS } from './groups';

  interface Props {
    courses: Array<{ slug: string; title: string }>;
    course: string | null;
    show: string | null;
    order: 'due' | 'outline';
  }
  /** What the Desk shows, as it stands in the address: a view can be kept as a bookmark. */
  const { courses, course, show, order }: Props = $props();
</script>

<details class="ml-auto text-sm" open={course !== null || show !== null || order !== 'due'}>
  <summary class="btn btn-sm">Narrow it down</summary>
  <form method="get" action="/desk" class="mt-2 flex flex-wrap items-end gap-3" data-sveltekit-keepfocus>
    <label>
      Course
      <select class="select flex select-sm" name="course" value={course ?? ''}>
        <option value="">All of them</option>
        {#each courses as { slug, title } (slug)}<option value={slug}>{title}</option>{/each}
      </select>
    </label>
    <label>
      Only
      <select class="select flex select-sm" name="show" value={show ?? ''}>
        <option value="">Everything</option>
        {#each SHOWN_KINDS as kind (kind)}<option value={kind}>{GROUP_WORDS[kind].title}</option>{/each}
      </select>
    </label>
    <label>
      Order
      <select class="select flex select-sm" name="order" value={order}>
        <option value="due">By due moment</option>
        <option value="outline">By course outline</option>
      </select>
    </label>
    <button class="btn btn-sm">Show</button>
    {#if course || show || order !== 'due'}<a class="link py-1" href="/desk">Show everything</a>{/if}
  </form>
</details>
