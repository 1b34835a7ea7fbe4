<script lang="ts">
  import { getZone } from '$ui/time/reader';
  import { layRunway, type RunwayDue, type RunwaySession, type Stroke } from '$core/plan/runway';
  import { absolute, dayOfWeek, relative, span } from '$core/time/words';
  import { MINUTE } from '$core/time/moment';

  interface Props {
    /** Null until it has been read. */
    data: { dues: RunwayDue[]; sessions: RunwaySession[]; now: number } | null;
  }
  const { data }: Props = $props();
  const zone = $derived.by(getZone());

  const HEIGHT = 56;
  const LABELS = 18;
  let width = $state(0);
  let focused = $state(0);

  const runway = $derived(data && layRunway(data.dues, data.now, zone));
  /** Shares of the fortnight and of the longest stroke, in pixels. Two scales that every page draws: no library for them. */
  const x = $derived((share: number) => 6 + share * Math.max(0, width - 16));
  const y = (share: number) => 9 + Math.sqrt(share) * (HEIGHT - LABELS - 13);
  /** Strokes that would cover each other stand side by side. */
  const placed = $derived.by(() => {
    let last = -Infinity;
    return (runway?.strokes ?? []).map((stroke) => {
      const at = Math.max(x(stroke.at), last + 7);
      last = at;
      return { ...stroke, left: at, bottom: y(stroke.length) };
    });
  });
  /** When work is planned, along the foot of the ribbon. */
  const sessions = $derived.by(() => {
    const on = runway;
    if (!on || !data) return [];
    const at = (moment: number) => x(Math.min(1, Math.max(0, (moment - on.begins) / (on.ends - on.begins))));
    return data.sessions.map(({ from, to, title }) => ({
      title,
      from,
      left: at(from),
      width: Math.max(2, at(to) - at(from))
    }));
  });
  const next = $derived(runway?.strokes.find((stroke) => stroke.holder === 'student'));

  function said(due: Stroke | RunwayDue): string {
    const left = due.minutesLeft > 0 ? `, about ${span(due.minutesLeft * MINUTE)} of work left` : ', submitted';
    return `${due.title}, ${due.courseTitle}, due ${absolute(due.due, zone, data?.now ?? due.due)}${left}`;
  }

  /** One stop for the Tab key; the arrow keys go along the ribbon. */
  function along(event: KeyboardEvent) {
    const step = { ArrowRight: 1, ArrowLeft: -1, Home: -Infinity, End: Infinity }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    focused = Math.max(0, Math.min(placed.length - 1, focused + step));
    const links = (event.currentTarget as Element).querySelectorAll<SVGAElement>('a');
    links[focused]?.focus();
  }
</script>

<nav aria-label="Runway: due moments of the next 14 days" class="needs-scripts border-b border-base-300 bg-base-100">
  <div class="mx-auto flex h-10 max-w-6xl items-center gap-3 px-4 sm:h-14">
    <a
      href="/desk?show=needs-you"
      class="shrink-0 text-sm leading-tight {runway && runway.overdue.length > 0 ? 'font-semibold text-error' : ''}"
    >
      <b class="font-display text-lg">{runway?.overdue.length ?? '–'}</b>
      <span class="sm:block sm:text-xs">overdue</span>
    </a>
    <p class="truncate text-sm sm:hidden">
      {#if next && data}
        Next: <a class="link" href="/assignments/{next.assignmentId}">{next.title}</a>, {relative(next.due, data.now)}
      {:else if runway}Nothing is due in the next 14 days.{/if}
    </p>
    <div class="relative hidden h-14 min-w-0 grow sm:block" bind:clientWidth={width}>
      {#if runway && width > 0}
        <!-- svelte-ignore a11y_no_noninteractive_element_interactions (the arrow keys move among its links) -->
        <svg {width} height={HEIGHT} role="group" aria-label="Due moments, {placed.length}" onkeydown={along}>
          {#each runway.days as day, i (day.begins)}
            <line x1={x(day.at)} x2={x(day.at)} y1="0" y2={HEIGHT} class="stroke-base-300" />
            <text x={x(day.at) + 4} y={HEIGHT - 5} class="fill-base-content text-[11px]" opacity={i === 0 ? 1 : 0.8}>
              {i === 0 ? 'Today' : dayOfWeek(day.begins, zone)}
            </text>
          {/each}
          <path
            d="M{x(runway.now)} {HEIGHT - LABELS}l-4 6h8z"
            class="fill-base-content"
            transform="translate(0 -3)"
            aria-hidden="true"
          />
          <g role="img" aria-label="Planned: {sessions.length} sessions in these days">
            {#each sessions as session, i (i)}
              <rect
                x={session.left}
                y={HEIGHT - LABELS - 1}
                width={session.width}
                height="4"
                class="fill-accent stroke-base-content/60"
                stroke-width="0.5"
              >
                <title>{session.title}, {absolute(session.from, zone, data?.now ?? session.from)}</title>
              </rect>
            {/each}
          </g>
          {#each placed as stroke, i (stroke.assignmentId)}
            {@const mine = stroke.holder === 'student'}
            <a
              href="/assignments/{stroke.assignmentId}"
              aria-label={said(stroke)}
              tabindex={i === focused ? 0 : -1}
              onfocus={() => (focused = i)}
              class="runway-stroke"
            >
              <title>{said(stroke)}</title>
              <rect x={stroke.left - 4} y="0" width="8" height={HEIGHT - LABELS} fill="transparent" />
              <line
                x1={stroke.left}
                x2={stroke.left}
                y1="0"
                y2={mine ? stroke.bottom : 9}
                class={mine ? 'stroke-primary' : 'stroke-success'}
                stroke-width={mine ? 4 : 2}
                stroke-dasharray={mine ? undefined : '2 2'}
              />
            </a>
          {/each}
        </svg>
        {#if placed.length === 0}
          <p class="absolute inset-x-0 top-2 text-center text-sm">Nothing is due in the next 14 days.</p>
        {/if}
      {/if}
    </div>
  </div>
</nav>
