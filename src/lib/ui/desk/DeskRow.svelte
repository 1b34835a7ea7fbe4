<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';
  import { need, type DeskLine } from '$core/packets/desk';
  import { costNow, roundTimeliness, timeToDue } from '$core/packets/due';
  import { absolute, relative } from '$core/time/words';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Baton from '$ui/packets/Baton.svelte';
  import { NEED_WORDS } from './groups';

  const { line, zone, now }: { line: DeskLine; zone: string; now: number } = $props();

  const why = $derived(need(line, now));
  const withStudent = $derived(line.holder === 'student');
  const timely = $derived(
    withStudent ? timeToDue(line, now) : line.lateSeconds === null ? null : roundTimeliness(line.lateSeconds, line.due)
  );
  const cost = $derived(withStudent && why !== null ? costNow(line.due, line.zone, line.late, now) : null);
  const edge = $derived(
    why === 'teacher-has-nothing' || why === 'overdue'
      ? 'border-l-error'
      : why
        ? 'border-l-accent'
        : 'border-l-transparent'
  );
</script>

<li class="border-l-4 {edge} bg-base-100">
  <a
    href="/assignments/{line.assignmentId}"
    class="grid grid-cols-[2rem_1fr] gap-x-3 gap-y-1 px-3 py-2.5 hover:bg-base-200/60 md:grid-cols-[2rem_minmax(0,1fr)_19rem_15rem] md:items-center"
  >
    <Emblem emblem={line.emblem} />
    <span class="min-w-0">
      <span class="block leading-snug font-semibold">{line.title}</span>
      <span class="block text-sm opacity-80">{line.courseTitle}</span>
    </span>
    <span class="col-start-2 text-sm md:col-start-auto">
      <Baton holding={line} />
      {#if why === 'teacher-has-nothing' || why === 'another-round'}<span class="sr-only">{NEED_WORDS[why]}</span>{/if}
    </span>
    <span class="col-start-2 text-sm md:col-start-auto md:text-right">
      {#if line.given !== null && line.standing === 'settled'}
        <span class="figures block font-display text-lg leading-tight font-semibold">
          {pointsText(countedPoints(line.given, line.kept ?? 1))}
          <span class="text-sm font-normal">of {pointsText(line.points ?? 0)}</span>
        </span>
      {/if}
      {#if withStudent && line.due !== null}
        <time class="block" datetime={new Date(line.due).toISOString()}>{absolute(line.due, zone, now)}</time>
      {/if}
      {#if timely}
        <span
          class="block {timely.tone === 'overdue'
            ? 'font-semibold text-error'
            : timely.tone === 'soon'
              ? 'font-semibold'
              : 'opacity-85'}"
        >
          {timely.words}
        </span>
      {/if}
      {#if cost}<span class="block">{cost}</span>{/if}
      {#if line.holder === 'teacher' && line.since !== null}
        <span class="block opacity-85">Round {line.round}, submitted {relative(line.since, now)}</span>
      {/if}
    </span>
  </a>
</li>
