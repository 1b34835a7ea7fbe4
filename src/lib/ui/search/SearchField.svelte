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
  {#await import('./SearchPanel.svelte') then { default: SearchPanel }}
    <SearchPanel {person} {ask} {take} close={() => (open = false)} shortcuts={() => (keys = true)} />
  {/await}
{/if}
{#if keys}
  {#await import('./Shortcuts.svelte') then { default: Shortcuts }}<Shortcuts close={() => (keys = false)} />{/await}
{/if}
