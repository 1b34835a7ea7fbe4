<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { deserialize } from '$app/forms';
  import type { PieceView } from '$core/pieces/piece';
  import { reach } from '$ui/forms/reach';
  import { newId } from '$ui/forms/new-id';
  import Message from '$ui/primitives/Message.svelte';
  import type { PageGoal } from '$ui/pages/goal';
  import { getWriting } from './writing';

  interface Props {
    piece: PieceView;
    /** Where its bytes are. */
    address: string;
  }
  /** Of a file in the place of a starter: its answers are read into the copy of it, which counts from then on. */
  const { piece, address }: Props = $props();
  const writing = getWriting();
  const goal = $derived(writing.goalOf(piece));
  const copy = $derived(writing.copyBeside(piece));
  let busy = $state(false);
  let problem = $state('');

  async function read() {
    [busy, problem] = [true, ''];
    const done = await open().catch(() => false);
    busy = false;
    if (!done && problem === '') problem = 'It could not be read just now. Try again when the line is back.';
  }
  async function open(): Promise<boolean> {
    // Its bytes are taken first: where it makes room for the copy, they are not in the packet any more.
    const bytes = await reach(address);
    if (!bytes.ok) return false;
    const from = new File([await bytes.blob()], piece.name);
    const into = copy ?? (await begin());
    if (into) writing.open({ ...into, from });
    return into !== null;
  }
  /** Documents of which the text can be read. */
  const READABLE = /\.(docx|odt|html?|md|markdown|txt)$/i;
  const stem = () => piece.name.replace(/\.[a-z0-9]{1,5}$/i, '');
  /** A copy that takes the file's place. The file stays on the Shelf. */
  async function begin(): Promise<PageGoal | null> {
    const body = new FormData();
    body.set('deliverable', piece.deliverableId ?? '');
    body.set('name', stem());
    body.set('key', newId());
    body.set('insteadOf', piece.id);
    const headers = { 'x-sveltekit-action': 'true' };
    const answer = await reach('?/beginPage', { method: 'POST', body, headers });
    const result = deserialize(await answer.text());
    if (result.type === 'failure') problem = String(result.data?.problem ?? '');
    if (result.type !== 'success' || typeof result.data?.began !== 'string') return null;
    return writing.goalOf({ ...piece, id: result.data.began, name: `${stem()}.md` });
  }
</script>

{#if goal.starter && READABLE.test(piece.name)}
  <p class="pl-8">
    <button type="button" class="btn btn-sm" disabled={busy} onclick={() => void read()}>
      <Icon name="file-input" size={16} />
      {copy ? `Read its answers into ${copy.name}` : 'Read its answers into the starter'}
    </button>
  </p>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
{/if}
