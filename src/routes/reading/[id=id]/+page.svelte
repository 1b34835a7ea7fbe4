<script lang="ts">
  import { untrack } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import { act } from '$ui/forms/act';
  import { reachJson } from '$ui/forms/reach-json';
  import { Remarking, setRemarking } from '$ui/pieces/remarking.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import RoundSheet from '$ui/rounds/RoundSheet.svelte';
  import When from '$ui/time/When.svelte';

  const { data, form } = $props();
  const view = $derived(data.view);
  const remarksAt = async (body: object) => {
    const { told } = await reachJson<{ ok: boolean; words?: string }>(`/reading/${view.id}/remarks`, body);
    if (told?.ok) await invalidateAll();
    return told?.ok ? null : (told?.words ?? 'It could not be kept just now. Try again when the line is back.');
  };
  // svelte-ignore state_referenced_locally (a work that is shown to its writer is only read)
  setRemarking(
    new Remarking(
      () => view.round.remarks,
      view.shown
        ? null
        : {
            note: (pieceId, { anchor, body, criterionId }) => remarksAt({ pieceId, anchor, body, criterionId }),
            drop: (id) => remarksAt({ drop: id }),
            phrases: null,
            speak: null,
            about: () => ({ student: view.whose, criteria: view.criteria }),
            opens: () => true
          }
    )
  );
  let words = $state(untrack(() => view.words));
  let levels = $state(
    untrack(() => view.criteria.map((row) => row.levels.find(({ id }) => view.levels.includes(id))?.id ?? ''))
  );
</script>

<svelte:head><title>{view.whose}: {view.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-[100rem] px-4 pt-4 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{view.assignmentId}#reading">{view.title}</a></p>
  <h1 class="page-title">{view.whose}</h1>
  <p class="mb-4">
    Read it, and say to its writer what helps. They see it when your teacher shows it.
    {#if view.doneAt !== null}You handed this in <When moment={view.doneAt} both={false} />.{/if}
  </p>
  <Answered {form} />
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_23rem]">
    <div class="rounded border border-base-300 bg-base-100 p-4">
      <RoundSheet round={view.round} places={view.places} reader="teacher" level={2} />
    </div>
    <section class="self-start rounded border border-base-300 bg-base-100 p-4 lg:sticky lg:top-3" aria-labelledby="say">
      <h2 id="say" class="mb-2 text-xl font-semibold">What you say of it</h2>
      <form method="post" action="?/done" use:act class="grid gap-3">
        <fieldset class="grid gap-3" disabled={view.shown}>
          {#each view.criteria as row, i (row.id)}
            <label class="text-sm"
              >{row.title}
              <select class="select mt-0.5 w-full select-sm" name="levels" bind:value={levels[i]}>
                <option value="">not said</option>
                {#each row.levels as { id, title, says } (id)}<option value={id}
                    >{title}{says ? `: ${says}` : ''}</option
                  >{/each}
              </select>
            </label>
          {/each}
          <label class="text-sm"
            >Of the whole
            <textarea class="textarea mt-0.5 w-full" name="words" rows="6" maxlength="8000" bind:value={words}
            ></textarea>
          </label>
          {#if view.shown}
            <p>Its writer sees it now.</p>
          {:else}
            <button class="btn btn-primary">{view.doneAt === null ? 'Hand in what you say' : 'Hand it in anew'}</button>
            <button class="btn" formaction="?/keep">Keep it for later</button>
          {/if}
        </fieldset>
      </form>
    </section>
  </div>
</div>
