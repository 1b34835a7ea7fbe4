<script lang="ts">
  import type { Session } from '$core/plan/view';
  import { fromWallClock, toWallClock } from '$core/time/wall-clock';
  import { absolute, span } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';
  import type { PlanDesk } from './plan-desk.svelte';

  interface Props {
    session: Session;
    desk: PlanDesk;
    onclose: () => void;
  }
  /** One session: why it stands there, and what can be done with it. */
  const { session, desk, onclose }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const movable = $derived(session.state === 'placed' || session.state === 'pinned');
  let when = $derived(toWallClock(session.from, zone()));
  let minutes = $derived(Math.round((session.to - session.from) / 60_000));
  const WHAT = { placed: 'Planned', pinned: 'Pinned', running: 'Running', held: 'Held' };

  async function letGo() {
    const { id } = session;
    onclose();
    if (id !== null) await desk.send('unpin', { id }, 'It is planned anew.');
  }

  async function put(event: Event) {
    event.preventDefault();
    const from = fromWallClock(when, zone()).moment;
    await desk.move(
      session,
      { from, to: from + minutes * 60_000 },
      `${session.title} stands ${absolute(from, zone(), now)} now.`
    );
    onclose();
  }
</script>

<section class="my-3 rounded border border-base-300 bg-base-100 p-4" aria-label="Session: {session.title}">
  <div class="flex flex-wrap items-start gap-3">
    <h3 class="grow font-semibold">
      <a class="link link-hover" href="/assignments/{session.taskId}">{session.title}</a>
      <span class="block text-sm font-normal">{session.course}</span>
    </h3>
    <button type="button" class="btn btn-sm" onclick={onclose}>Close</button>
  </div>
  <p class="mt-1">
    {WHAT[session.state]}: {absolute(session.from, zone(), now)}, {span(session.to - session.from)}. {session.why}.
  </p>
  <div class="mt-3 flex flex-wrap items-end gap-3">
    {#if session.state === 'running'}
      <button type="button" class="btn btn-primary btn-sm" onclick={() => desk.stop()}>Stop</button>
    {:else if movable}
      <button type="button" class="btn btn-primary btn-sm" onclick={() => desk.start(session)}>Start now</button>
      <form class="flex flex-wrap items-end gap-2 text-sm" onsubmit={put}>
        <label
          >Put it at <input class="input mt-1 block input-sm" type="datetime-local" bind:value={when} required /></label
        >
        <label
          >for minutes <input
            class="input mt-1 block w-20 input-sm"
            type="number"
            min="5"
            max="960"
            bind:value={minutes}
            required
          /></label
        >
        <button class="btn btn-sm">Pin it there</button>
      </form>
      {#if session.state === 'pinned' && session.id}
        <button type="button" class="btn btn-sm" onclick={letGo}>Let it be planned</button>
      {/if}
    {/if}
  </div>
</section>
