<script lang="ts">
  import { scaleLinear } from 'd3-scale';
  import type { WorkAgainst } from '$core/plan/against-runway';
  import { RUNWAY_DAYS } from '$core/plan/runway';
  import { daysLater, startOfDay } from '$core/time/days';
  import { MINUTE } from '$core/time/moment';
  import { absolute, dayName, span } from '$core/time/words';
  import { getNow } from '$ui/time/reader';

  interface Props {
    work: readonly WorkAgainst[];
    /** The student's IANA zone. */
    zone: string;
  }
  /**
   * Open work against the fourteen days of the runway: a line to where it has to be in, its sessions on it, and beside it how much is done, planned
   * and still without a place. The table behind it says the same.
   */
  const { work, zone }: Props = $props();
  const now = $derived.by(getNow());
  const [W, ROW, TOP, LEFT, RIGHT] = [760, 34, 24, 236, 150];
  const begins = $derived(startOfDay(now, zone));
  const ends = $derived(daysLater(begins, RUNWAY_DAYS, zone));
  const x = $derived(scaleLinear([begins, ends], [LEFT, W - RIGHT]).clamp(true));
  const height = $derived(TOP + work.length * ROW);
  const days = $derived(Array.from({ length: RUNWAY_DAYS + 1 }, (_, i) => daysLater(begins, i, zone)));
  const minutes = (length: number) => (length <= 0 ? 'nothing' : span(length * MINUTE));
  const weekday = (day: number) => dayName(day, zone).slice(0, 1);
  const stands = ({ missing, planned, done, whole }: WorkAgainst) =>
    missing > 0
      ? `${span(missing * MINUTE)} has no place`
      : planned > 0
        ? 'all of it is planned'
        : done >= whole
          ? 'done'
          : '';
</script>

{#if work.length > 0}
  <section class="mt-8" aria-labelledby="against">
    <h2 id="against" class="mb-2 text-xl font-semibold">Work against the runway</h2>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls is reached by the keys) -->
    <div
      class="overflow-x-auto bg-base-100"
      role="region"
      aria-label="Chart of open work; the table says the same"
      tabindex="0"
    >
      <svg viewBox="0 0 {W} {height}" class="w-full min-w-[40rem]" aria-hidden="true">
        {#each days as day, i (day)}
          <line x1={x(day)} x2={x(day)} y1={TOP - 6} y2={height} class="stroke-base-300" />
          {#if i < RUNWAY_DAYS}<text
              x={(x(day) + x(days[i + 1] ?? day)) / 2}
              y={14}
              text-anchor="middle"
              class="fill-base-content text-[11px]">{weekday(day)}</text
            >{/if}
        {/each}
        {#each work as one, i (one.id)}
          {@const y = TOP + i * ROW + ROW / 2}
          <text x={6} y={y + 4} class="fill-base-content text-[12px]"
            >{one.title.length > 36 ? `${one.title.slice(0, 35)}…` : one.title}</text
          >
          <line x1={x(now)} x2={x(one.due)} y1={y} y2={y} class="stroke-base-content" stroke-width="1" />
          {#each one.sessions as { key, from, to } (key)}
            {#if from < ends}<rect
                x={x(from)}
                y={y - 7}
                width={Math.max(3, x(to) - x(from))}
                height="14"
                class={to <= one.due ? 'fill-primary' : 'fill-base-100 stroke-error'}
              />{/if}
          {/each}
          <line x1={x(one.due)} x2={x(one.due)} y1={y - 11} y2={y + 11} class="stroke-base-content" stroke-width="3" />
          <text x={W - RIGHT + 8} y={y + 4} class="fill-base-content text-[12px] {one.missing > 0 ? 'font-bold' : ''}"
            >{stands(one)}</text
          >
        {/each}
        <line x1={x(now)} x2={x(now)} y1={TOP - 6} y2={height} class="stroke-accent" stroke-width="2" />
      </svg>
    </div>
    <details class="mt-2 text-sm">
      <summary class="cursor-pointer">As a table</summary>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a wide table is scrolled by keyboard too) -->
      <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Work against the days, as a table">
        <table class="figures mt-1">
          <thead>
            <tr class="text-left"
              ><th class="pr-4">Work</th><th class="pr-4">Has to be in</th><th class="pr-4">Takes</th><th class="pr-4"
                >Done</th
              ><th class="pr-4">Planned before that</th><th>Without a place</th></tr
            >
          </thead>
          <tbody>
            {#each work as one (one.id)}
              <tr
                ><th scope="row" class="pr-4 text-left font-normal"
                  ><a class="link link-hover" href="/assignments/{one.id}">{one.title}</a></th
                ><td class="pr-4 whitespace-nowrap">{absolute(one.due, zone, now)}</td><td class="pr-4"
                  >{minutes(one.whole)}</td
                ><td class="pr-4">{minutes(one.done)}</td><td class="pr-4">{minutes(one.planned)}</td><td
                  >{minutes(one.missing)}</td
                ></tr
              >
            {/each}
          </tbody>
        </table>
      </div>
    </details>
  </section>
{/if}
