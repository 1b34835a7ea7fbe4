<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Found } from '$core/search/found';

  interface Props {
    person: { studies: boolean; teaches: boolean };
    /** Asks the server. */
    ask: (typed: string) => Promise<Found[]>;
  }
  const { person, ask }: Props = $props();

  let open = $state(false);
  let keys = $state(false);

  /** What was typed before the field was there to take it. */
  let early = '';
  let loaded = false;

  function begin() {
    early = '';
    loaded = false;
    open = true;
  }

  function pressed(event: KeyboardEvent) {
    if (open && !loaded && !event.ctrlKey && !event.metaKey && (event.key.length === 1 || event.key === 'Enter')) {
      event.preventDefault();
      early += event.key === 'Enter' ? '\n' : event.key;
      return;
    }
    const typing =
      event.target instanceof HTMLElement && event.target.matches('input, textarea, select, [contenteditable]');
    if ((event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !typing)) {
      event.preventDefault();
      begin();
    } else if (event.key === '?' && !typing) {
      event.preventDefault();
      keys = true;
    }
  }

  /** What does not come takes no key away from what stands there. */
  function panel() {
    const coming = import('./SearchPanel.svelte');
    coming.catch(() => (loaded = true));
    return coming;
  }

  /** Hands over what was typed early, once. */
  function take(): string {
    loaded = true;
    return early;
  }
</script>

<svelte:window onkeydown={pressed} />
<!-- A link, so that it leads to the search page before any script has run. -->
<a
  href="/search"
  class="flex min-h-9 items-center gap-2 rounded px-2 hover:bg-current/15"
  aria-keyshortcuts="/ Control+K"
  onclick={(event) => {
    event.preventDefault();
    begin();
  }}
>
  <Icon name="search" /><span class="max-md:sr-only">Search</span>
  <kbd class="rounded border border-current/50 px-1.5 text-xs max-lg:hidden" aria-hidden="true">/</kbd>
</a>
{#if open}
  {#await panel() then { default: SearchPanel }}
    <SearchPanel {person} {ask} {take} close={() => (open = false)} shortcuts={() => (keys = true)} />
  {:catch}{@render unfetched('The search', () => (open = false))}{/await}
{/if}
{#if keys}
  {#await import('./Shortcuts.svelte') then { default: Shortcuts }}
    <Shortcuts close={() => (keys = false)} />
  {:catch}{@render unfetched('The sheet of keys', () => (keys = false))}{/await}
{/if}
{#snippet unfetched(what: string, close: () => void)}
  <p
    role="alert"
    class="fixed inset-x-4 top-16 z-50 mx-auto flex max-w-lg flex-wrap items-center gap-3 rounded border-l-4 border-error bg-base-100 p-3 text-base-content shadow-lg"
  >
    {what} could not be fetched just now. Try again when the line is back.
    <button type="button" class="btn btn-sm" onclick={close}>Close</button>
  </p>
{/snippet}
