<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Criterion } from '$core/assignments/rubric';
  import { judging, stepRefusal } from '$core/judging/registry';
  import type { Way } from '$core/judging/ways';
  import { pointsText } from '$core/grades/points';

  interface Props {
    points: number | null;
    settles: Way;
    round: {
      /** Rounds that the student may still submit by themselves; null for any number. */
      left: number | null;
      closed: boolean;
      /** It was returned, and its result is put right. */
      correcting: boolean;
    };
    criteria: Criterion[];
    submitting: boolean;
    values: { points: string; levels: string[]; remark: string; due: string; closes: string };
    /** What is wrong, by the field's name. */
    errors: Record<string, string>;
    children: Snippet;
  }
  let { points, settles, round, criteria, submitting, values = $bindable(), errors, children }: Props = $props();
  const { left, closed, correcting } = $derived(round);
  const way = $derived(judging(settles));
  const keeps = $derived(stepRefusal(settles, 'mark') === null);
  const judged = $derived(
    criteria.flatMap((row, i) =>
      row.levels.filter((level) => level.id === values.levels[i]).map((level) => level.points)
    )
  );
  const sum = $derived(judged.reduce((all, points) => all + points, 0));
</script>

{@render children()}
{#if criteria.length > 0}
  <fieldset class="mb-4 grid gap-2">
    <legend class="mb-1 font-medium">By the rubric</legend>
    {#each criteria as row, i (row.id)}
      <label class="grid grid-cols-[minmax(0,1fr)_11rem] items-center gap-2 text-sm">
        {row.title}
        <select class="select w-full select-sm" name="levels" bind:value={values.levels[i]}>
          <option value="">Not judged</option>
          {#each row.levels as level (level.id)}
            <option value={level.id}>{level.title}, {pointsText(level.points)}</option>
          {/each}
        </select>
      </label>
    {/each}
    {#if judged.length > 0}
      <p class="text-sm" role="status">{pointsText(sum)} points by the rubric so far</p>
    {/if}
  </fieldset>
{/if}
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
{/if}
<label class="mt-4 mb-1 block font-medium" for="remark">Remark on the whole</label>
<textarea id="remark" name="remark" class="textarea w-full" rows="7" maxlength="20000" bind:value={values.remark}
></textarea>
{#if errors.remark}<p class="mt-1 text-error">{errors.remark}</p>{/if}

<div class="mt-4 grid gap-2">
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
  <div class="flex flex-wrap gap-3">
    <label class="text-sm"
      >New due moment
      <input class="input block input-sm" type="datetime-local" name="due" bind:value={values.due} />
    </label>
    <label class="text-sm"
      >New closing moment
      <input class="input block input-sm" type="datetime-local" name="closes" bind:value={values.closes} />
    </label>
  </div>
  {#if errors.due || errors.closes}<p class="mt-1 text-error">{errors.due ?? errors.closes}</p>{/if}
  <button class="btn mt-3 w-full" formaction="?/again" disabled={submitting}>Ask for another round</button>
</fieldset>
