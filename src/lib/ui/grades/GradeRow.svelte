<script lang="ts">
  import type { GradeLine } from '$core/grades/line';
  import { mayChange, roundWords } from '$core/grades/may-change';
  import { countedPoints, pointsText } from '$core/grades/points';
  import { gradeState, gradeWords, needsStudent } from '$core/grades/state';
  import { judging } from '$core/judging/registry';
  import { absolute, span } from '$core/time/words';
  import Baton from '$ui/packets/Baton.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  /** One assignment (`weighs`: its share of the grade is what counts; `apart`: it names its course): what it is, when it is due, where it stands, what came of it and what the teacher said. */
  const { line, weighs }: { line: GradeLine; weighs: boolean | 'apart' } = $props();
  const now = $derived.by(getNow());
  const zone = getZone();
  const state = $derived(gradeState(line, now));
  const said = $derived(gradeWords(line, now));
  const counted = $derived(line.given === null ? null : countedPoints(line.given, line.kept ?? 1));
  const hasPoints = $derived(line.points !== null && judging(line.settles).points);
  const late = $derived(line.lateSeconds ? `late by ${span(line.lateSeconds * 1000)}` : '');
  const more = $derived([late, roundWords(line), mayChange(line, now, zone())].filter(Boolean));
</script>

<tr class="max-sm:grid max-sm:grid-cols-[minmax(0,1fr)_auto] max-sm:gap-x-3 max-sm:py-2">
  <th scope="row" class="py-2.5 pr-4 pl-3 text-left align-top font-semibold max-sm:col-span-2 max-sm:py-0">
    <a class="link link-hover" href="/assignments/{line.assignmentId}">{line.title}</a>
    {#if weighs === 'apart'}<span class="block text-sm font-normal opacity-85">{line.course.title}</span
      >{:else if weighs && line.weight !== null}<span class="block text-sm font-normal opacity-85"
        >{line.weight} % of the grade</span
      >{/if}
  </th>
  <td class="py-2.5 pr-4 align-top whitespace-nowrap max-sm:order-3 max-sm:py-0 max-sm:pl-3 max-sm:text-sm">
    {#if line.due === null}No due date{:else}<time datetime={new Date(line.due).toISOString()}
        >{absolute(line.due, zone(), now)}</time
      >{/if}
  </td>
  <td class="py-2.5 pr-4 align-top max-sm:order-2 max-sm:py-0 max-sm:pl-3">
    <span class="flex items-start gap-2">
      <Baton holding={line} words={false} />
      <span>
        <span class={needsStudent(state) ? 'font-semibold' : ''}>
          {said}
          {#if state === 'waiting' && line.since !== null}since {absolute(line.since, zone(), now)}{/if}
        </span>
        {#if more.length > 0}<span class="block text-sm opacity-85">{more.join(' · ')}</span>{/if}
        {#if state === 'again' || state === 'gone'}
          <a class="btn mt-1 btn-sm" href="/assignments/{line.assignmentId}#packet"
            >Back into the work<span class="sr-only">: {line.title}</span></a
          >
        {/if}
      </span>
    </span>
  </td>
  <td class="figures py-2.5 pr-3 text-right align-top whitespace-nowrap max-sm:order-2 max-sm:py-0">
    {#if counted !== null && hasPoints}
      <b class="font-display text-lg leading-tight">{pointsText(counted)}</b>
      <span class="text-sm">of {pointsText(line.points ?? 0)}</span>
      {#if counted !== line.given}<span class="block text-sm">{pointsText(line.given ?? 0)} before lateness</span>{/if}
    {:else if hasPoints}
      <span class="text-sm opacity-85">of {pointsText(line.points ?? 0)}</span>
    {:else if line.credits}
      <b class="font-display text-lg leading-tight">{pointsText(line.credits.granted)}</b>
      <span class="text-sm">of {pointsText(line.credits.target)} credits</span>
    {:else}<span class="text-sm opacity-85">No points</span>{/if}
  </td>
</tr>
{#if line.remark}
  <tr class="remark">
    <td colspan="4" class="px-3 pb-3 max-sm:block">
      <p class="line-clamp-3 max-w-prose border-l-2 border-base-300 pl-3 text-[0.95rem]">
        {line.remark} <span class="text-sm whitespace-nowrap opacity-85">{line.by}</span>
      </p>
    </td>
  </tr>
{/if}
