<script lang="ts">
  import { untrack } from 'svelte';
  import type { SubmitFunction } from '@sveltejs/kit';
  import { applyAction, enhance } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { pointsText } from '$core/grades/points';
  import { roundTimeliness } from '$core/packets/due';
  import { promptsOf } from '$core/pieces/told-by-pages';
  import { isClosed } from '$core/packets/terms';
  import { UNREACHED } from '$ui/forms/act';
  import Judgement from '$ui/marking/Judgement.svelte';
  import When from '$ui/time/When.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { ActionData, PageData } from './$types';

  interface Props {
    start: PageData['values'];
    view: PageData['view'];
    round: number;
    /** The assignment whose work is gone through; null for all. */
    of: string | null;
    /** What the form was answered with before scripts ran. */
    answered: ActionData;
  }
  const { start, view, round, of, answered }: Props = $props();
  const closed = $derived(isClosed({ due: view.due, closes: view.closes, late: view.facts.late }, view.now));
  const correcting = $derived(view.standing === null);
  const late = $derived.by(() => {
    const own = view.rounds.find(({ no }) => no === round);
    if (!own || own.kept >= 1) return null;
    return { words: roundTimeliness(own.lateSeconds, own.due).words, kept: own.kept };
  });

  const prompts = $derived(promptsOf(view.rounds.find(({ no }) => no === round)?.pieces ?? []));
  /** What the teacher wrote stays on the page: when a return is refused, and when the page is read anew meanwhile. */
  let values = $state(untrack(() => ({ ...start, ...answered?.given })));
  let answer = $state.raw(untrack(() => answered));
  let submitting = $state(false);
  let form = $state<HTMLFormElement>();

  const send: SubmitFunction = ({ cancel }) => {
    if (submitting) return cancel();
    submitting = true;
    return async ({ result }) => {
      submitting = false;
      if (result.type === 'redirect') return applyAction(result);
      if (result.type === 'error') {
        answer = UNREACHED.data as unknown as ActionData;
        return;
      }
      answer = (result.data ?? null) as ActionData;
      if (answer && 'known' in answer && typeof answer.known === 'number') values.known = answer.known;
      if (answer && 'key' in answer && typeof answer.key === 'string') values.key = answer.key;
      await invalidateAll();
    };
  };
</script>

<h2 id="judge" class="mb-3 text-xl font-semibold">{correcting ? 'Correct the result of' : 'Return'} round {round}</h2>
{#if answer?.problem}<Message kind="problem">{answer.problem}</Message>{/if}
{#if typeof answer?.done === 'string'}<Message kind="done">{answer.done}</Message>{/if}
{#if view.draft?.returnAt}
  <p class="mb-3 border-l-4 border-accent pl-3 text-sm">
    Goes back by itself <When moment={view.draft.returnAt} both={false} />. Keeping it for later ends that.
  </p>
{/if}
{#if view.facts.secondMarker}
  <div class="mb-3 border-l-4 border-accent pl-3 text-sm">
    <p>Two teachers mark this. “Keep for later” notes your own mark; it settles with what you agree on.</p>
    {#each view.ownMarks as own (own.by)}
      <p class="mt-1">
        <b>{own.mine ? 'You' : own.by}</b>: {own.points === null
          ? 'no points'
          : pointsText(own.points)}{#if own.remark}, “{own.remark}”{/if}
      </p>
    {/each}
    {#if view.ownMarks.length === 1}<p class="mt-1">The other one has noted nothing yet.</p>{/if}
  </div>
{/if}
<!-- svelte-ignore a11y_no_noninteractive_element_interactions (its button does the same) -->
<form
  method="post"
  action="?/settle"
  use:enhance={send}
  bind:this={form}
  onkeydown={(event) => {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
    event.preventDefault();
    form?.requestSubmit();
  }}
>
  <Judgement
    points={view.facts.points}
    settles={view.facts.settles}
    track={view.stage && { stages: view.facts.stages, stage: view.stage }}
    round={{
      left: view.roundsLeft,
      closed,
      correcting,
      late,
      prompts,
      places: view.deliverables.map(({ title }) => title)
    }}
    criteria={view.criteria}
    {submitting}
    bind:values
    errors={answer?.problems ?? {}}
  >
    <input type="hidden" name="of" value={of ?? ''} />
    <input type="hidden" name="round" value={values.round} />
    <input type="hidden" name="key" value={values.key} />
    <input type="hidden" name="known" value={values.known} />
  </Judgement>
</form>
