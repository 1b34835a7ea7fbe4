<script lang="ts">
  import { dndzone, type DndEvent } from 'svelte-dnd-action';
  import { isOn, type DueOn, type Session } from '$core/plan/view';
  import { calendarDaysBetween } from '$core/time/days';
  import { movedBy } from '$core/plan/view';
  import { timeOfDay } from '$core/time/words';
  import { getZone } from '$ui/time/reader';
  import DayHead from './DayHead.svelte';

  interface Props {
    /** Midnights of the days that are shown, and the end of the last. */
    days: readonly number[];
    sessions: readonly Session[];
    dues: readonly DueOn[];
    now: number;
    onchoose: (session: Session) => void;
    onmove: (session: Session, to: { from: number; to: number }) => void;
  }
  /** A month: what is due and what is planned on each day; on a phone, of the days on which there is something. A session goes to another day by dragging it there. */
  const { days, sessions, dues, now, onchoose, onmove }: Props = $props();
  const zone = getZone();
  type Held = Session & { id: string; own: string | null };
  /** While one is dragged, the days as the dragging leaves them. */
  let moving = $state<Map<number, Held[]> | null>(null);
  const laid = (day: number): Held[] =>
    moving?.get(day) ??
    sessions
      .filter(({ from }) => isOn(from, day, zone()))
      .map((session) => ({ ...session, own: session.id, id: session.key }));

  function consider(day: number, { items }: DndEvent<Held>) {
    moving = new Map(days.slice(0, -1).map((one) => [one, one === day ? items : laid(one)]));
  }
  function dropped(day: number, { items, info }: DndEvent<Held>) {
    const here = items.find(({ id }) => id === info.id);
    moving = null;
    if (!here) return;
    const by = calendarDaysBetween(here.from, day, zone());
    const session = { ...here, id: here.own };
    if (by !== 0 && session.state !== 'held' && session.state !== 'running')
      onmove(session, movedBy(session, by, 0, zone()));
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what is wider than the screen is scrolled by keyboard too) -->
<div class="overflow-x-auto" tabindex="0" role="region" aria-label="The month, day by day">
  <div class="grid sm:min-w-[46rem] sm:grid-cols-7">
    {#each days.slice(0, -1) as day (day)}
      {@const due = dues.filter((one) => isOn(one.due, day, zone()))}
      <div
        class={[
          'border-t border-base-300 sm:min-h-24 sm:border-l',
          due.length + laid(day).length === 0 && 'max-sm:hidden'
        ]}
      >
        <DayHead {day} {now} dues={due} />
        <ul
          class="grid min-h-10 content-start gap-1 px-1 pb-1"
          use:dndzone={{ items: laid(day), flipDurationMs: 0, dropTargetStyle: {}, type: 'plan', zoneTabIndex: -1 }}
          onconsider={(event) => consider(day, event.detail)}
          onfinalize={(event) => dropped(day, event.detail)}
        >
          {#each laid(day) as session (session.id)}
            <li>
              <button
                type="button"
                class={[
                  'plan-session min-h-6 w-full truncate rounded-sm border px-1 text-left text-xs',
                  `plan-${session.state}`,
                  session.late && 'plan-late'
                ]}
                onclick={() => onchoose({ ...session, id: session.own })}
                ><span class="figures">{timeOfDay(session.from, zone())}</span>
                {session.title}{session.late ? ' · late' : ''}</button
              >
            </li>
          {/each}
        </ul>
      </div>
    {/each}
  </div>
</div>
