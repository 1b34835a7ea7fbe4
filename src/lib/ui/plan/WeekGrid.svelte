<script lang="ts">
  import type { DueOn } from '$core/plan/view';
  import type { BusyTime } from '$core/plan/inputs';
  import { isOn, movedBy, shareOfDay, type Session } from '$core/plan/view';
  import { startOfDay } from '$core/time/days';
  import { dayName } from '$core/time/words';
  import { getZone } from '$ui/time/reader';
  import DayHead from './DayHead.svelte';
  import SessionBlock from './SessionBlock.svelte';

  interface Props {
    /** Midnights of the days that are shown, and the end of the last. */
    days: readonly number[];
    sessions: readonly Session[];
    dues: readonly DueOn[];
    busy: readonly BusyTime[];
    now: number;
    chosen: string | null;
    onchoose: (session: Session) => void;
    /** Null where the past cannot be changed. */
    onmove: (session: Session, to: { from: number; to: number }) => void;
  }
  /** A week on the clock: sessions stand where they are planned, and are put elsewhere by dragging them or by the arrow keys. */
  const { days, sessions, dues, busy, now, chosen, onchoose, onmove }: Props = $props();
  const zone = getZone();
  const HOUR = 3_600_000;
  const shown = $derived(days.slice(0, -1));
  const hourOf = (at: number) => (at - startOfDay(at, zone())) / HOUR;
  const within = $derived(sessions.filter(({ from }) => from >= (days[0] ?? 0) && from < (days.at(-1) ?? 0)));
  const first = $derived(Math.max(0, Math.floor(Math.min(9, ...within.map(({ from }) => hourOf(from))))));
  const last = $derived(Math.min(24, Math.ceil(Math.max(20, ...within.map(({ to }) => hourOf(to - 1) + 0.1)))));
  const hours = $derived(Array.from({ length: last - first }, (_, i) => first + i));
  const top = (at: number, day: number) => ((shareOfDay(at, day, zone()) * 24 - first) / (last - first)) * 100;
  let grid = $state<HTMLElement>();
  let drag = $state<{ key: string; days: number; minutes: number } | null>(null);

  function dragged(session: Session, event: PointerEvent): { days: number; minutes: number } | null {
    if (!grid || !start) return null;
    const { width, height } = grid.getBoundingClientRect();
    const days = Math.round((event.clientX - start.x) / (width / shown.length));
    const minutes = Math.round((((event.clientY - start.y) / height) * (last - first) * 60) / 15) * 15;
    return { days, minutes };
  }
  let start: { x: number; y: number } | null = null;

  function pressed(session: Session, event: PointerEvent) {
    if (session.state !== 'placed' && session.state !== 'pinned') return;
    const block = event.currentTarget as HTMLElement;
    block.setPointerCapture(event.pointerId);
    start = { x: event.clientX, y: event.clientY };
    const over = new AbortController();
    const { signal } = over;
    block.addEventListener(
      'pointermove',
      (moved) => {
        const by = dragged(session, moved);
        if (by) drag = { key: session.key, ...by };
      },
      { signal }
    );
    block.addEventListener(
      'pointerup',
      (ended) => {
        over.abort();
        const by = dragged(session, ended);
        drag = null;
        start = null;
        if (by && (by.days !== 0 || by.minutes !== 0)) onmove(session, movedBy(session, by.days, by.minutes, zone()));
        else onchoose(session);
      },
      { signal }
    );
    block.addEventListener(
      'pointercancel',
      () => {
        over.abort();
        drag = null;
        start = null;
      },
      { signal }
    );
  }

  const STEPS: Record<string, [days: number, minutes: number]> = {
    ArrowUp: [0, -15],
    ArrowDown: [0, 15],
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0]
  };
  function keyed(session: Session, event: KeyboardEvent) {
    const step = STEPS[event.key];
    if (!step || (session.state !== 'placed' && session.state !== 'pinned')) return;
    event.preventDefault();
    onmove(session, movedBy(session, step[0], step[1], zone()));
  }

  const place = (session: Session) =>
    drag?.key === session.key ? { ...session, ...movedBy(session, drag.days, drag.minutes, zone()) } : session;
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what is wider than the screen is scrolled by keyboard too) -->
<div class="overflow-x-auto" tabindex="0" role="region" aria-label="The week, day by day">
  <div class="min-w-[46rem]">
    <div class="grid grid-cols-[2.5rem_repeat(7,minmax(0,1fr))] border-b border-base-300">
      <span></span>
      {#each shown as day (day)}<DayHead {day} {now} dues={dues.filter(({ due }) => isOn(due, day, zone()))} />{/each}
    </div>
    <div class="grid grid-cols-[2.5rem_minmax(0,1fr)]">
      <div aria-hidden="true" class="figures relative text-right text-xs opacity-85">
        {#each hours as hour (hour)}<span class="block h-16 pr-1.5">{String(hour).padStart(2, '0')}</span>{/each}
      </div>
      <div bind:this={grid} class="relative grid grid-cols-7" style:height="{(last - first) * 4}rem">
        {#each hours as hour (hour)}<span
            class="pointer-events-none absolute inset-x-0 border-t border-base-300"
            style:top="{((hour - first) / (last - first)) * 100}%"
          ></span>{/each}
        {#each shown as day (day)}
          <div class="relative border-l border-base-300" role="group" aria-label={dayName(day, zone())}>
            {#each busy.filter(({ from, to }) => to > day && from < day + 25 * HOUR && isOn(Math.max(from, day), day, zone())) as one, i (i)}
              {@const begin = Math.max(0, top(Math.max(one.from, day), day))}
              {@const end = Math.min(100, isOn(one.to - 1, day, zone()) ? top(one.to, day) : 100)}
              {#if end > begin}<div
                  class="busy-time pointer-events-none absolute inset-x-0 overflow-hidden px-1 text-xs"
                  style:top="{begin}%"
                  style:height="{end - begin}%"
                >
                  {one.title || 'Busy'}
                </div>{/if}
            {/each}
            {#if isOn(now, day, zone())}<div
                class="pointer-events-none absolute inset-x-0 z-10 border-t-2 border-accent"
                style:top="{top(now, day)}%"
              ></div>{/if}
            {#each within as session (session.key)}
              {@const at = place(session)}
              {#if isOn(at.from, day, zone())}
                <SessionBlock
                  session={at}
                  top={top(at.from, day)}
                  height={((at.to - at.from) / HOUR / (last - first)) * 100}
                  chosen={chosen === session.key}
                  dragged={drag?.key === session.key}
                  onpointerdown={(event) => pressed(session, event)}
                  onkeydown={(event) => keyed(session, event)}
                  onchoose={() => onchoose(session)}
                />
              {/if}
            {/each}
          </div>
        {/each}
      </div>
    </div>
  </div>
</div>
