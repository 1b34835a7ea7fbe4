<script lang="ts">
  import '../app.css';
  import { onMount, untrack } from 'svelte';
  import { afterNavigate } from '$app/navigation';
  import { page } from '$app/state';
  import { reachBy } from '$ui/forms/reach';
  import { topics } from '$core/live/topics';
  import { setHome } from '$core/time/home';
  import { tellOffsets } from '$core/time/offsets';
  import { followLive } from '$ui/live/follow';
  import type { Found } from '$core/search/found';
  import Message from '$ui/primitives/Message.svelte';
  import { setExplained } from '$ui/shell/explained';
  import Shell from '$ui/shell/Shell.svelte';
  import { setLook } from '$ui/materials/look';
  import { arrived } from '$ui/served/arriving';
  import { doEarlyPress } from '$ui/served/early-press';
  import { setReadShelf } from '$ui/shelf/shelf-reader';
  import { setNow, setZone } from '$ui/time/reader';
  import { setUploads, Uploads } from '$ui/uploads/uploads.svelte';
  import { keepCurrent } from './shared/keep-current';
  import { rememberLists } from './shared/way-back.svelte';
  import { RunwayData } from './shared/runway-data.svelte';
  import { watchLine } from './shared/line.svelte';

  const { data, children } = $props();
  /** Milliseconds between two readings of a page whose links are being looked at. */
  const LOOKING = 1500;
  onMount(() => {
    arrived();
    doEarlyPress();
  });
  /** What a form did that was sent before the scripts came, or without any: it stays until somebody goes elsewhere. */
  let said = $state(untrack(() => data.said));
  afterNavigate(({ type }) => {
    if (type !== 'enter') said = null;
  });
  const runway = new RunwayData();
  rememberLists();
  const line = watchLine();
  reachBy((address, request) => fetch(address, request));
  // Fetched by whoever looks at a file or picks one: every page would carry it otherwise.
  setLook(async (file) => (await import('./shared/look-at')).lookAt(file));
  setReadShelf(async (query) => (await import('./shared/read-shelf')).readShelf(query));
  // Before anything on the page says a moment.
  setHome(untrack(() => data.home));
  untrack(() => data.clocks).forEach(tellOffsets);
  setZone(() => data.zone);
  setExplained(() => data.explained);
  setNow(() => page.data.now ?? data.now);
  /** Reads the page anew, but never one that cannot be reached: that would put an error page in its place. */
  const current = keepCurrent(isThere, (touched) => {
    dispatchEvent(new CustomEvent('touched', { detail: touched }));
    if (studies && (touched === null || touched.has(topics.work) || touched.has(topics.plan))) void runway.read();
  });
  const uploads = new Uploads(() => current.changed());
  setUploads(uploads);
  const follows = $derived(data.person !== null);

  const studies = $derived(data.person?.studies ?? false);

  /** Also for someone who has just signed in: the layout stands already when they do. */
  $effect(() => {
    if (studies) void runway.read();
  });

  /** What changes elsewhere shows here: in another tab, at the teacher's, when a moment passes. */
  $effect(() => {
    if (!follows) return;
    const leave = followLive(
      current.changed,
      untrack(() => data.drawn)
    );
    return () => {
      leave();
      current.stop();
    };
  });

  /** Links are being looked at behind this page: it is read again until all of them were. */
  $effect(() => {
    if (!page.data.looking) return;
    const timer = setTimeout(() => void current.changed(), LOOKING);
    return () => clearTimeout(timer);
  });

  async function isThere(): Promise<boolean> {
    const answer = await fetch('/signed-in/still').catch(() => null);
    return answer?.ok ?? false;
  }

  async function ask(typed: string): Promise<Found[]> {
    const answer = await fetch(`/search/results?q=${encodeURIComponent(typed)}`);
    if (!answer.ok) throw new Error();
    return (await answer.json()) as Found[];
  }
</script>

<svelte:head><title>Vendro</title></svelte:head>
<svelte:window
  onbeforeunload={(event) => {
    // What has arrived is kept, but a page that goes away stops sending.
    if (uploads.busy) event.preventDefault();
  }}
/>
<Shell person={data.person} theme={data.theme} path={page.url.pathname} runway={runway.current} {ask}>
  {#if said}
    <div class="mx-auto max-w-6xl px-4 pt-2"><Message kind="done">{said}</Message></div>
  {/if}
  {@render children()}
</Shell>
{#if line.words}
  <div class="fixed inset-x-4 top-14 z-50 mx-auto max-w-lg rounded border border-base-300 shadow-lg *:my-0">
    <Message kind="problem">{line.words}</Message>
  </div>
{/if}
