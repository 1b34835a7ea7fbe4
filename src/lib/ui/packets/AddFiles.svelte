<script lang="ts">
  import { onMount } from 'svelte';
  import { Plus } from '@lucide/svelte';
  import { applyAction } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { pieceRefusalWords, sizeText } from '$core/packets/piece-rules';
  import Message from '$ui/shell/Message.svelte';
  import { sendFiles, type Sending } from './send-files';

  interface Props {
    /** Null for the "also" place. */
    deliverableId: string | null;
    place: string;
    formKey: string;
    /** Bytes. */
    largest: number;
  }
  const { deliverableId, place, formKey, largest }: Props = $props();

  const id = $props.id();
  /** False in the page as the server sends it, and for as long as no script has run. */
  let scripted = $state(false);
  onMount(() => {
    scripted = true;
  });

  let sending = $state<Sending | null>(null);
  let share = $state(0);
  let problems = $state<string[]>([]);

  /** Sends what was chosen at once. What could never be taken is said before a byte leaves. */
  async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const files = [...(input.files ?? [])];
    const form = input.form;
    if (!form || files.length === 0) return;
    problems = files.flatMap((file) => {
      const why = file.size === 0 ? 'empty-file' : file.size > largest ? 'too-large' : null;
      return why ? [`${file.name}: ${pieceRefusalWords(why, largest)}`] : [];
    });
    const fit = files.filter((file) => file.size > 0 && file.size <= largest);
    const body = new FormData(form);
    body.delete('files');
    for (const file of fit) body.append('files', file, file.name);
    input.value = '';
    if (fit.length > 0) await send(form.action, body);
  }

  async function send(action: string, body: FormData) {
    share = 0;
    sending = sendFiles(action, body, (sent) => (share = sent));
    try {
      const result = await sending.done;
      await invalidateAll();
      await applyAction(result);
    } catch (error) {
      problems.push(
        `${error instanceof Error ? error.message : ''} What was on its way was not added; the rest of your packet is as it was.`
      );
    } finally {
      sending = null;
    }
  }
</script>

<form method="post" action="?/addFiles" enctype="multipart/form-data" class="mt-1">
  <input type="hidden" name="deliverable" value={deliverableId ?? ''} />
  <input type="hidden" name="key" value={formKey} />
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <!-- A plain file field, so that it works before JavaScript arrives; then its label alone is the button. -->
    <input
      {id}
      type="file"
      name="files"
      multiple
      onchange={chosen}
      disabled={sending !== null}
      class={scripted ? 'peer sr-only' : 'file-input order-1 max-w-full file-input-sm'}
    />
    <label
      for={id}
      class="{scripted
        ? 'btn btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-accent'
        : 'inline-flex items-center gap-2 text-sm font-medium'} {sending ? 'btn-disabled' : ''}"
    >
      <Plus size={18} strokeWidth={1.75} aria-hidden="true" /> Add files <span class="sr-only">to {place}</span>
    </label>
    {#if !scripted}<button class="btn order-2 btn-sm">Add</button>{/if}
    <span class="order-3 text-sm opacity-80">Up to {sizeText(largest)} each</span>
  </div>
  {#if sending}
    <div class="mt-2 flex items-center gap-3">
      <progress class="progress w-56 progress-primary" value={share} max="1" aria-label="Sending to {place}"></progress>
      <span class="figures text-sm" role="status">{Math.round(share * 100)} % sent</span>
      <button type="button" class="btn btn-sm" onclick={() => sending?.cancel()}>Cancel</button>
    </div>
  {/if}
</form>
{#each problems as problem (problem)}<Message kind="problem">{problem}</Message>{/each}
