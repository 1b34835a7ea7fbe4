<script lang="ts">
  import { untrack } from 'svelte';
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import Field from '$ui/forms/Field.svelte';
  import type { PageShape } from '$core/pieces/page-shapes';
  import { isStarterCopy } from '$core/pieces/starter-copy';
  import { takesKind } from '$core/pieces/fit';
  import { told } from '$ui/forms/told';
  import type { PageGoal } from '$ui/pages/goal';
  import PageEditor from '$ui/pages/PageEditor.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { shapesOf, type Filling } from '../ways';
  import { getWriting } from '../writing';

  /** Begins a page in the place, under the name that the brief wants, and opens it. */
  const { at, close }: { at: Filling; close: () => void } = $props();
  const writing = getWriting();
  let goal = $state.raw<PageGoal | null>(null);
  const copied = $derived(at.place.starter === true && at.pieces.some(isStarterCopy));
  const shapes = $derived(shapesOf(at.place));
  let as = $state<PageShape>(untrack(() => shapes[0] ?? 'page'));
  const CALLED: Record<PageShape, string> = {
    page: 'A page',
    deck: 'A deck of frames',
    sheet: 'A sheet',
    drawing: 'A drawing'
  };
  let busy = $state(false);
  let problem = $state('');
  /** Where the brief says nothing, it is named for what was set and for who writes it. */
  const { facts, person } = $derived(page.data as { facts?: { title: string }; person?: { name: string } });
  const name = $derived(at.place.named ?? [facts?.title ?? at.place.title, person?.name].filter(Boolean).join(', '));

  function begin({ began: pieceId }: Record<string, unknown>, sent: FormData) {
    if (typeof pieceId === 'string')
      goal = writing.goalOf({ id: pieceId, name: `${String(sent.get('name'))}.md`, deliverableId: at.place.id });
  }
</script>

{#snippet printed()}
  {#if at.place.starter && at.place.id && takesKind('scan', at.place.wants)}
    <a class="link text-sm" href="/assignments/{at.assignmentId}/starters/{at.place.id}/print" download
      >Print it and write by hand</a
    >
  {/if}
{/snippet}

{#if goal}
  <PageEditor {goal} {close} />
{:else if copied}
  <p class="mt-3 flex flex-wrap items-center gap-4 border-l-2 border-accent pl-3">
    Your copy lies here already: go on writing on it. {@render printed()}
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>All right</button>
  </p>
{:else}
  <form
    method="post"
    action="?/beginPage"
    class="mt-3 flex flex-wrap items-end gap-3 border-l-2 border-accent pl-3"
    use:enhance={told({
      busy: (on) => (busy = on),
      problem: (words) => (problem = words),
      done: begin
    })}
  >
    <input type="hidden" name="deliverable" value={at.place.id ?? ''} />
    <input type="hidden" name="key" value={at.formKey} />
    {#if shapes.length > 1}
      <Field label="What it is"
        ><select class="select select-sm" name="as" bind:value={as}
          >{#each shapes as shape (shape)}<option value={shape}>{CALLED[shape]}</option>{/each}</select
        ></Field
      >
    {:else}
      <input type="hidden" name="as" value={as} />
    {/if}
    <Field label={`Name of the ${as}`}
      ><input class="input w-full max-w-80 input-sm" name="name" value={name} required maxlength="200" /></Field
    >
    <button class="btn btn-primary btn-sm" disabled={busy}
      >{at.place.starter
        ? 'Take your copy of the starter'
        : as === 'drawing'
          ? 'Begin to draw'
          : 'Begin to write'}</button
    >
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Not now</button>
    {@render printed()}
    {#if problem}<Message kind="problem">{problem}</Message>{/if}
  </form>
{/if}
