<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Found } from '$core/search/found';
  import type { RunwayDue, RunwaySession } from '$core/plan/runway';
  import Icon from '$ui/icons/Icon.svelte';
  import EmblemSheet from '$ui/courses/EmblemSheet.svelte';
  import Runway from '$ui/plan/Runway.svelte';
  import SearchField from '$ui/search/SearchField.svelte';
  import ThemeChoice from './ThemeChoice.svelte';

  interface Props {
    person: {
      name: string;
      studies: boolean;
      teaches: boolean;
      office: boolean;
      guards: boolean;
      unread: number;
    } | null;
    theme: 'day' | 'night' | 'system';
    path: string;
    /** What the runway shows; null until it has been read. */
    runway: { dues: RunwayDue[]; sessions: RunwaySession[]; now: number } | null;
    /** Asks the server what a search finds. */
    ask: (typed: string) => Promise<Found[]>;
    children: Snippet;
  }
  const { person, theme, path, runway, ask, children }: Props = $props();

  const rooms = $derived([
    ...(person?.studies || (person && !person.teaches && !person.office && !person.guards)
      ? [{ href: '/desk', name: 'Desk' }]
      : []),
    ...(person?.teaches ? [{ href: '/marking', name: 'Marking' }] : []),
    ...(person ? [{ href: '/courses', name: 'Courses' }] : []),
    ...(person?.studies
      ? [
          { href: '/plan', name: 'Plan' },
          { href: '/shelf', name: 'Shelf' },
          { href: '/grades', name: 'Grades' }
        ]
      : []),
    ...(person?.guards ? [{ href: '/family', name: 'Family' }] : []),
    ...(person?.office ? [{ href: '/school', name: 'School' }] : [])
  ]);
</script>

{#snippet own()}
  <ThemeChoice {theme} back={path} />
  {#if person}
    <a class="rounded px-1 py-2 text-sm hover:bg-current/15" href="/signed-in" title="Where you are signed in"
      >{person.name}</a
    >
    <form method="post" action="/sign-out" data-sveltekit-reload>
      <button class="grid size-9 place-items-center rounded hover:bg-current/15" aria-label="Sign out" title="Sign out">
        <Icon name="log-out" />
      </button>
    </form>
  {/if}
{/snippet}

<a href="#main" class="btn sr-only btn-primary focus:not-sr-only focus:absolute focus:z-50 focus:m-2"
  >Skip to the page</a
>
{#if person}<EmblemSheet />{/if}
<header class="bg-(--bar) text-(--bar-content) print:hidden">
  <div class="mx-auto flex min-h-12 max-w-6xl items-center gap-x-1 px-2 sm:gap-x-5 sm:px-4">
    <a href="/" class="flex items-center gap-2 py-2 font-display text-lg font-bold tracking-tight max-[26rem]:hidden">
      <svg class="h-4 w-9" viewBox="0 0 36 16" fill="none" stroke="currentColor" stroke-width="2.2" aria-hidden="true">
        <circle cx="7" cy="8" r="4.5" fill="currentColor" /><path d="M11.5 8H24.5" /><circle cx="29" cy="8" r="4.5" />
      </svg>
      <span class="max-sm:sr-only">Vendro</span>
    </a>
    {#if person}
      <nav
        aria-label="Rooms"
        class="flex min-w-0 [scrollbar-width:none] gap-1 self-stretch overflow-x-auto max-sm:gap-0"
      >
        {#each rooms as { href, name } (href)}
          <a
            {href}
            aria-current={path.startsWith(href) ? 'page' : undefined}
            class="grid min-h-11 place-items-center border-y-3 border-transparent px-1 text-[0.92rem] hover:bg-current/10 aria-[current]:border-accent sm:px-3 sm:text-base"
          >
            {name}
          </a>
        {/each}
      </nav>
    {/if}
    <div class="ml-auto flex items-center sm:gap-2">
      {#if person}
        <SearchField {person} {ask} />
        <a
          href="/tidings"
          class="flex min-h-11 items-center gap-1 rounded px-1 hover:bg-current/15 sm:gap-1.5 sm:px-2"
          aria-current={path.startsWith('/tidings') ? 'page' : undefined}
          title="Tidings"
        >
          <Icon name="inbox" />
          <span class="sr-only">Tidings</span>
          {#if person.unread > 0}<span class="figures text-sm font-semibold"
              ><span aria-hidden="true">{person.unread}</span><span class="sr-only">{`, ${person.unread} new`}</span
              ></span
            >{/if}
        </a>
      {/if}
      <div class="flex items-center gap-2 max-sm:hidden">{@render own()}</div>
      <details class="relative sm:hidden">
        <summary class="grid h-11 w-9 place-items-center" aria-label="Theme and account">
          <Icon name="circle-user" />
        </summary>
        <div class="absolute right-0 z-40 flex items-center gap-1 rounded bg-(--bar) p-2 shadow-lg">
          {@render own()}
        </div>
      </details>
    </div>
  </div>
</header>
{#if person?.studies}<Runway data={runway} />{/if}
<main id="main" tabindex="-1" class="outline-none">{@render children()}</main>
