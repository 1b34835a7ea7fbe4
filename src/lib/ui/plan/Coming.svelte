<script lang="ts">
  import { isOn, type Session } from '$core/plan/view';
  import { startOfDay } from '$core/time/days';
  import { absolute, span } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';
  import type { PlanDesk } from './plan-desk.svelte';

  interface Props {
    sessions: readonly Session[];
    desk: PlanDesk;
    onchoose: (session: Session) => void;
  }
  /** Today, and what is next: enough for a phone. */
  const { sessions, desk, onchoose }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const running = $derived(sessions.find(({ state }) => state === 'running'));
  const ahead = $derived(sessions.filter(({ state, to }) => (state === 'placed' || state === 'pinned') && to > now));
  const today = $derived(ahead.filter(({ from }) => isOn(from, startOfDay(now, zone()), zone())));
  const next = $derived(today.length > 0 ? today : ahead.slice(0, 1));
  /** One key: what is next begins, or what runs ends. */
  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 's' || event.ctrlKey || event.metaKey || event.altKey) return;
    if ((event.target as HTMLElement).closest('input, textarea, select, [contenteditable]')) return;
    event.preventDefault();
    const [first] = next;
    if (running) void desk.stop();
    else if (first) void desk.start(first);
  }
</script>

<svelte:window {onkeydown} />
<section class="mb-4 rounded bg-base-100 p-4" aria-labelledby="coming">
  <h2 id="coming" class="text-lg font-semibold">{running ? 'Running now' : today.length > 0 ? 'Today' : 'Next'}</h2>
  {#if running}
    <p class="mt-1 flex flex-wrap items-center gap-3">
      <span class="grow">{running.title}, since {absolute(running.from, zone(), now)}</span>
      <button type="button" class="btn btn-primary" onclick={() => desk.stop()}
        >Stop <kbd class="kbd kbd-xs max-sm:hidden">S</kbd></button
      >
    </p>
  {/if}
  <ol class="mt-1 grid gap-1">
    {#each next as session, i (session.key)}
      <li class="flex flex-wrap items-center gap-x-3 gap-y-1">
        <button type="button" class="grow link text-left link-hover" onclick={() => onchoose(session)}
          ><span class="figures">{absolute(session.from, zone(), now)}</span>, {span(session.to - session.from)}: {session.title}</button
        >
        {#if !running}<button
            type="button"
            class={['btn btn-sm', i === 0 && 'btn-primary']}
            onclick={() => desk.start(session)}
            >Start<span class="sr-only"> {session.title}</span>{#if i === 0}<kbd class="kbd kbd-xs max-sm:hidden">S</kbd
              >{/if}</button
          >{/if}
      </li>
    {:else}<li>Nothing is planned: nothing is open, or no time is left for it.</li>{/each}
  </ol>
</section>
