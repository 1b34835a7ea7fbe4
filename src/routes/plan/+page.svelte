<script lang="ts">
  import { untrack } from 'svelte';
  import { advise } from '$core/plan/advice';
  import { monthOf, weekOf, type Session } from '$core/plan/view';
  import { dayOf, daysLater } from '$core/time/days';
  import { absolute } from '$core/time/words';
  import { againstRunway } from '$core/plan/against-runway';
  import AgainstRunway from '$ui/plan/AgainstRunway.svelte';
  import Coming from '$ui/plan/Coming.svelte';
  import Forgotten from '$ui/plan/Forgotten.svelte';
  import { forgottenIn } from '$core/plan/forgotten';
  import Estimates from '$ui/plan/Estimates.svelte';
  import MonthGrid from '$ui/plan/MonthGrid.svelte';
  import { PlanDesk } from '$ui/plan/plan-desk.svelte';
  import SessionPanel from '$ui/plan/SessionPanel.svelte';
  import Short from '$ui/plan/Short.svelte';
  import WeekGrid from '$ui/plan/WeekGrid.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
  const desk = new PlanDesk(untrack(() => data.inputs));
  $effect(() => desk.take(data.inputs));
  const zone = $derived(data.inputs.zone);
  const days = $derived(data.view === 'week' ? weekOf(data.at, zone) : monthOf(data.at, zone));
  const dues = $derived(
    data.inputs.lines.flatMap(({ assignmentId: id, title, due }) => (due === null ? [] : [{ id, title, due }]))
  );
  const advice = $derived(advise(desk.made.plan, data.inputs.lines, data.now, zone));
  let chosen = $state<string | null>(null);
  const session = $derived(desk.sessions.find(({ key }) => key === chosen));
  const step = $derived(data.view === 'week' ? 7 : 28);
  const href = (view: string, at: number) => `/plan?view=${view}&at=${dayOf(at, zone)}`;

  const choose = (one: Session) => (chosen = chosen === one.key ? null : one.key);
  const move = (one: Session, to: { from: number; to: number }) => {
    chosen = null;
    void desk.move(one, to, `${one.title} stands ${absolute(to.from, zone, data.now)} now.`);
  };
</script>

<svelte:head><title>Plan · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <div class="mb-4 flex flex-wrap items-end gap-x-6 gap-y-2">
    <h1 class="grow page-title">Plan</h1>
    <a class="link" href="/plan/hours">When you can work</a>
    <a class="link" href="/plan/calendars">Calendars</a>
    <a class="link" href="/plan/reminders">Reminders</a>
  </div>
  <Answered {form} />
  {#if desk.problem}<Message kind="problem">{desk.problem}</Message>{/if}
  <p class="sr-only" role="status">{desk.said}</p>
  <Short {advice} />
  <Coming sessions={desk.sessions} {desk} onchoose={choose} />
  {#if session}{#key session.key}<SessionPanel {session} {desk} onclose={() => (chosen = null)} />{/key}{/if}
  <Forgotten found={forgottenIn(data.inputs.lines, data.inputs.busy, data.now)} />
  <section aria-label="Calendar">
    <nav aria-label="Which days" class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <a
        class="border-b-3 border-transparent py-1 aria-[current]:border-accent"
        aria-current={data.view === 'week' ? 'true' : undefined}
        href={href('week', data.at)}>Week</a
      >
      <a
        class="border-b-3 border-transparent py-1 aria-[current]:border-accent"
        aria-current={data.view === 'month' ? 'true' : undefined}
        href={href('month', data.at)}>Month</a
      >
      <span class="grow"></span>
      <a class="btn btn-sm" href={href(data.view, daysLater(data.at, -step, zone))}>Earlier</a>
      <a class="btn btn-sm" href="/plan?view={data.view}">Today</a>
      <a class="btn btn-sm" href={href(data.view, daysLater(data.at, step, zone))}>Later</a>
    </nav>
    {#if data.view === 'week'}
      <WeekGrid
        {days}
        sessions={desk.sessions}
        {dues}
        busy={data.inputs.busy}
        now={data.now}
        {chosen}
        onchoose={choose}
        onmove={move}
      />
    {:else}
      <MonthGrid {days} sessions={desk.sessions} {dues} now={data.now} onchoose={choose} onmove={move} />
    {/if}
    <p class="mt-2 text-sm">
      Dashed sessions are Vendro’s proposal; drag one, or move it by the arrow keys, and it stays where you put it while
      the rest is planned around it. <kbd class="kbd kbd-xs">S</kbd> starts what is next and stops what runs: how long you
      sat is learnt from.
    </p>
  </section>
  <AgainstRunway work={againstRunway(desk.made.tasks, desk.sessions, data.inputs.lines, data.now, zone)} {zone} />
  <Estimates lines={data.inputs.lines} tasks={desk.made.tasks} />
</div>
