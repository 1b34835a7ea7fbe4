<script lang="ts" module>
  /** A submitted page of which a teacher fills in what is theirs. */
  export interface PartsGoal {
    address: string;
    name: string;
  }
</script>

<script lang="ts">
  import { onMount } from 'svelte';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { reachJson } from '$ui/forms/reach-json';
  import Message from '$ui/primitives/Message.svelte';
  import PartEditor from './PartEditor.svelte';
  import type * as Writer from './starter-editor';

  interface Parts {
    version: number;
    parts: Array<{ id: string; label: string; text: string }>;
  }
  /** The parts of a page that only its teacher fills. What is written in them is kept, and seen once the round is returned. */
  const { goal, close }: { goal: PartsGoal; close: () => void } = $props();

  const id = $props.id();
  const UNREACHED = 'It could not be reached just now. What you wrote stands here: try again when the line is back.';
  let sheet = $state<HTMLDialogElement>();
  let given = $state.raw<Parts | null>(null);
  let writer = $state.raw<typeof Writer | null>(null);
  /** What was changed, by part. */
  const changed: Record<string, () => string> = {};
  let unkept = $state(false);
  let leaving = $state(false);
  let busy = $state(false);
  let problem = $state('');
  let said = $state('');

  onMount(() => {
    sheet?.showModal();
    void open();
  });
  async function open() {
    const [{ told }, editors] = await Promise.all([
      reachJson<Parts & { ok: boolean }>(goal.address),
      import('./starter-editor').catch(() => null)
    ]);
    if (!told || !editors) return void (problem = 'It could not be opened just now. Try again when the line is back.');
    [given, writer] = [told, editors];
  }
  async function keep() {
    if (!given || busy) return;
    busy = true;
    const parts = Object.fromEntries(given.parts.map(({ id, text }) => [id, changed[id]?.() ?? text]));
    const { told } = await reachJson<{ ok: boolean; version: number; words: string }>(goal.address, {
      known: given.version,
      parts
    });
    busy = false;
    problem = told?.ok ? '' : (told?.words ?? UNREACHED);
    said = told?.ok ? 'It is kept. The student sees it when you return the round.' : '';
    if (!told?.ok) return;
    given = { ...given, version: told.version };
    unkept = leaving = false;
  }
  function done() {
    if (unkept && !leaving) leaving = true;
    else sheet?.close();
  }
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  oncancel={(event) => {
    event.preventDefault();
    done();
  }}
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-0 text-base-content backdrop:bg-neutral/60 lg:h-[90vh] lg:max-w-4xl lg:rounded"
>
  <div class="flex h-full flex-col">
    <div class="flex items-center gap-4 border-b border-base-300 px-4 py-2">
      <h2 id="{id}-title" class="text-lg font-semibold wrap-anywhere">Your part of {goal.name}</h2>
      <span class="ml-auto"><IconButton icon="x" label="Close" onclick={done} /></span>
    </div>
    <div class="min-h-0 flex-1 overflow-y-auto p-4">
      {#if given && writer}
        {@const editors = writer}
        {#each given.parts as { id, label, text } (id)}
          <h3 class="mt-4 mb-2 font-semibold first:mt-0">{label || 'Your part'}</h3>
          <PartEditor
            label={label || 'Your part'}
            {text}
            writer={editors}
            onChange={(read) => {
              changed[id] = read;
              unkept = true;
              said = '';
            }}
          />
        {/each}
      {:else if !problem}<p role="status">Being opened …</p>{/if}
    </div>
    <div class="flex flex-wrap items-center gap-3 border-t border-base-300 px-4 py-3">
      {#if problem}<Message kind="problem">{problem}</Message>{/if}
      {#if leaving}
        <Message kind="problem">What you wrote last is not kept yet.</Message>
        <button type="button" class="btn btn-sm" onclick={() => sheet?.close()}>Close it all the same</button>
      {/if}
      <button type="button" class="btn btn-primary" disabled={!given || busy} onclick={() => void keep()}
        >Keep it</button
      >
      <p class="text-sm" role="status">{said}</p>
    </div>
  </div>
</dialog>
