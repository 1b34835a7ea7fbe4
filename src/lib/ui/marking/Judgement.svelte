<script lang="ts">
  import OnTheClocks from '$ui/time/OnTheClocks.svelte';
  import type { Snippet } from 'svelte';
  import type { Criterion } from '$core/assignments/rubric';
  import { judging, stepRefusal } from '$core/judging/registry';
  import type { Stage, Track } from '$core/judging/track';
  import type { Way } from '$core/judging/ways';
  import { wholeSum } from '$core/marking/rubric-sum';
  import { pointsText } from '$core/grades/points';
  import PhraseBar from '$ui/pieces/PhraseBar.svelte';
  import { getRemarking } from '$ui/pieces/remarking.svelte';
  import LateLine from './LateLine.svelte';
  import ToChange from './ToChange.svelte';
  import StageMoves from './StageMoves.svelte';
  import RubricRows from './RubricRows.svelte';

  interface Props {
    points: number | null;
    settles: Way;
    /** The track that it is on, and its stage; null where it passes none. */
    track: { stages: Track; stage: Stage } | null;
    round: {
      /** What its pages ask, and whether it is answered. */
      prompts: ReadonlyArray<{ label: string; answered: boolean; optional: boolean }>;
      /** What is asked for, by name. */
      places: readonly string[];
      /** Rounds that the student may still submit by themselves; null for any number. */
      left: number | null;
      closed: boolean;
      /** It was returned, and its result is put right. */
      correcting: boolean;
      /** How late it is and what is left of the points; null where that costs nothing. */
      late: { words: string; kept: number } | null;
    };
    criteria: Criterion[];
    submitting: boolean;
    values: {
      points: string;
      levels: string[];
      between: string[];
      remark: string;
      waived: string;
      otherwise: string;
      at: string;
      due: string;
      closes: string;
    };
    /** What is wrong, by the field's name. */
    errors: Record<string, string>;
    children: Snippet;
  }
  let { points, settles, track, round, criteria, submitting, values = $bindable(), errors, children }: Props = $props();
  const { left, closed, correcting } = $derived(round);
  const noting = getRemarking()?.noting ?? null;
  const way = $derived(judging(settles));
  const keeps = $derived(stepRefusal(settles, 'mark') === null);
  const sum = $derived(wholeSum(criteria, values.levels, values.between));
  const given = $derived(values.points.trim() === '' ? null : Number(values.points.replace(',', '.')));
  const other = $derived(sum !== null && given !== null && given !== sum);
  /** What the rubric added up to before: the points follow it for as long as nobody writes others. */
  // svelte-ignore state_referenced_locally (as this was kept)
  let before = wholeSum(criteria, values.levels, values.between);
  function judged() {
    const now = wholeSum(criteria, values.levels, values.between);
    if (way.points && now !== null && (values.points.trim() === '' || given === before))
      values.points = pointsText(now);
    before = now;
  }
</script>

{@render children()}
{#if criteria.length > 0}<RubricRows {criteria} bind:values onjudged={judged} />{/if}
{#if points !== null && way.points}
  <label class="mb-1 block font-medium" for="points">Points of {pointsText(points)}</label>
  <input
    id="points"
    name="points"
    class="figures input w-28 text-lg"
    inputmode="decimal"
    autocomplete="off"
    bind:value={values.points}
    aria-invalid={errors.points ? 'true' : undefined}
    aria-describedby={errors.points ? 'points-problem' : undefined}
  />
  {#if errors.points}<p id="points-problem" class="mt-1 text-error">{errors.points}</p>{/if}
  {#if other || values.otherwise !== ''}
    <label class="mt-2 block text-sm"
      >The rubric adds up to {sum === null ? 'something else' : pointsText(sum)}. Why other points, as the student reads
      it
      <input class="input mt-0.5 w-full input-sm" name="otherwise" maxlength="500" bind:value={values.otherwise} />
    </label>
  {/if}
  {#if round.late}<LateLine late={round.late} points={given} bind:values error={errors.waived} />{/if}
{/if}
{#if track}<p class="mt-1">At the stage <b>“{track.stage.title}”</b>. {track.stage.needs}</p>{/if}
<label class="mt-4 mb-1 block font-medium" for="remark">Remark on the whole</label>
<textarea id="remark" name="remark" class="textarea w-full" rows="4" maxlength="20000" bind:value={values.remark}
></textarea>
{#if noting?.phrases}<PhraseBar
    phrases={noting.phrases}
    fill={{ student: noting.about().student, row: null }}
    bind:body={values.remark}
  />{/if}
{#if errors.remark}<p class="mt-1 text-error">{errors.remark}</p>{/if}

<div class="mt-4 grid gap-2">
  {#if !correcting && way.points}
    <label class="text-sm"
      >Return it at a set time, or leave this empty for now <OnTheClocks />
      <input class="input mt-0.5 block w-full input-sm" type="datetime-local" name="at" bind:value={values.at} />
    </label>
    {#if errors.at}<p class="text-error">{errors.at}</p>{/if}
  {/if}
  {#if track && !correcting}<StageMoves {...track} standing {submitting} />{/if}
  {#each way.answers as { step, label, correcting: corrected } (step)}
    {#if !correcting || corrected !== null}
      <button class="btn btn-primary" formaction="?/{step}" disabled={submitting}
        >{correcting ? corrected : label}</button
      >
    {/if}
  {/each}
  {#if keeps && !correcting}<button class="btn" formaction="?/keep" disabled={submitting}
      >Keep for later, return nothing yet</button
    >{/if}
</div>

<fieldset class="mt-6 border-t border-base-300 pt-4">
  <legend class="font-medium">Or ask for another round</legend>
  <p class="mb-2 text-sm">
    {#if left === 0}This was the last round. Asking for another one gives one more.{/if}
    {#if closed}It has closed, so give a new closing moment.{/if}
    What you leave empty stays as it is.
  </p>
  <ToChange {criteria} levels={values.levels} prompts={round.prompts} places={round.places} />
  <div class="flex flex-wrap gap-3">
    <label class="text-sm"
      >New due moment <OnTheClocks />
      <input class="input block input-sm" type="datetime-local" name="due" bind:value={values.due} />
    </label>
    <label class="text-sm"
      >New closing moment <OnTheClocks />
      <input class="input block input-sm" type="datetime-local" name="closes" bind:value={values.closes} />
    </label>
  </div>
  {#if errors.due || errors.closes}<p class="mt-1 text-error">{errors.due ?? errors.closes}</p>{/if}
  <button class="btn mt-3 w-full" formaction="?/again" disabled={submitting}>Ask for another round</button>
</fieldset>
