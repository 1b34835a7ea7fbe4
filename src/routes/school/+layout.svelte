<script lang="ts">
  import { page } from '$app/state';

  const { data, children } = $props();
  const ROOMS = [
    ['/school/people', 'Roster'],
    ['/school/courses', 'Courses'],
    ['/school/offices', 'Offices'],
    ['/school/import', 'From files'],
    ['/school/results', 'Final results'],
    ['/school/scales', 'Scales'],
    ['/calendar', 'Calendar'],
    ['/school/troubles', 'Troubles']
  ] as const;
</script>

<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="text-sm opacity-85">Office of {data.school.name}</p>
  <nav aria-label="The office" class="mb-6 flex flex-wrap gap-x-5 border-b border-base-300">
    {#each ROOMS as [href, name] (href)}
      <a
        {href}
        class="border-b-3 border-transparent py-2 aria-[current]:border-primary aria-[current]:font-semibold"
        aria-current={page.url.pathname.startsWith(href) ? 'page' : undefined}>{name}</a
      >
    {/each}
  </nav>
  {@render children()}
</div>
