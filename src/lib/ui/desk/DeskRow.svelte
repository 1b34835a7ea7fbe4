<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { countedPoints, pointsText } from '$core/grades/points';
  import { need, type DeskLine } from '$core/packets/desk';
  import { isLongWait, needWords, sharedWords, waitWords } from '$core/packets/desk-words';
  import { costNow, roundTimeliness, timeToDue, type Timeliness } from '$core/packets/due';
  import { absolute } from '$core/time/words';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Baton from '$ui/packets/Baton.svelte';

  const { line }: { line: DeskLine } = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());

  const why = $derived(need(line, now));
  const withStudent = $derived(line.holder === 'student');
  const timely = $derived(
    withStudent ? timeToDue(line, now) : line.lateSeconds === null ? null : roundTimeliness(line.lateSeconds, line.due)
  );
  const cost = $derived(withStudent && why !== null ? costNow(line.due, line.course.zone, line.late, now) : null);
  /** What its baton and its due moment do not say already. */
  const said = $derived(
    why === 'seal-ran-out' || why === 'closing' || (why === 'overdue' && line.due === null) ? needWords(why) : null
  );
  const TONES: Partial<Record<Timeliness['tone'], string>> = {
    overdue: 'text-error font-semibold',
    soon: 'font-semibold'
  };
  const edge = $derived(
    why === 'seal-ran-out' ||
      why === 'teacher-has-nothing' ||
      why === 'overdue' ||
      (why === 'closing' && (line.due ?? now) < now)
      ? 'border-l-error'
      : why || line.unread
        ? 'border-l-accent'
        : 'border-l-transparent'
  );
</script>

<li class="desk-row {edge}">
  <a href="/assignments/{line.assignmentId}">
    <Emblem emblem={line.course.emblem} />
    <span class="named"><b>{line.title}</b><i class="text-sm opacity-80">{line.course.title}</i></span>
    <span><Baton holding={line} /></span>
    <span class="when">
      {#if line.given !== null && line.standing === 'settled'}
        <i class="figures">
          <strong class="font-display text-lg leading-tight"
            >{pointsText(countedPoints(line.given, line.kept ?? 1))}</strong
          >
          of {pointsText(line.points ?? 0)}
        </i>
      {/if}
      {#if withStudent && line.due !== null}
        <time datetime={new Date(line.due).toISOString()}>{absolute(line.due, zone, now)}</time>
      {/if}
      {#if timely}<i class={TONES[timely.tone]}>{timely.words}</i>{/if}
      {#if withStudent && line.answered}<i>{line.answered[0]} of {line.answered[1]} answered</i>{/if}
      {#if withStudent && line.shared}<i class={line.shared === 'open' ? 'font-semibold' : ''}
          >{sharedWords(line.shared)}</i
        >{/if}
      {#if said}<i class="font-semibold">{said}</i>{/if}
      {#if cost}<i>{cost}</i>{/if}
      {#if line.holder === 'teacher' && line.since !== null}
        <i class={isLongWait(line.since, line.course.usualWait, now) ? 'font-semibold' : ''}
          >{waitWords(line.since, line.course.usualWait, now)}</i
        >
      {/if}
    </span>
  </a>
</li>
