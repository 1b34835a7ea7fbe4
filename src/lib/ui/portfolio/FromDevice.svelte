<script lang="ts">
  import { sendTo } from '$ui/forms/send-to';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';

  interface Props {
    portfolioId: string;
    /** Types that are offered; empty for all. */
    accept: string;
    several: boolean;
    /** A file lies on the Shelf now, and can be chosen. */
    onbrought: (file: { id: string; name: string }) => void;
  }
  /** Brings files of this device onto the Shelf, so that they can be put in. Without scripts, the Shelf itself takes them. */
  const { portfolioId, accept, several, onbrought }: Props = $props();
  const id = $props.id();
  const scripted = whenScripted();
  let coming = $state('');
  let problem = $state('');

  async function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const files = [...(event.currentTarget.files ?? [])];
    event.currentTarget.value = '';
    problem = '';
    for (const [i, file] of files.entries()) {
      coming = files.length > 1 ? `${file.name} is coming (${i + 1} of ${files.length})` : `${file.name} is coming`;
      const sent = await sendTo<{ fileId: string }>(
        `/portfolios/${portfolioId}/bring`,
        file,
        'The line broke before the file had come. Choose it again.'
      );
      if (sent.ok) onbrought({ id: sent.fileId, name: file.name });
      else problem = sent.words;
    }
    coming = '';
  }
</script>

{#if scripted.yes}
  <p class="text-sm">
    <label class="btn btn-sm" for={id}>{several ? 'Or pictures of this device' : 'Or a file of this device'}</label>
    <input {id} class="sr-only" type="file" {accept} multiple={several} onchange={chosen} disabled={coming !== ''} />
  </p>
{/if}
{#if coming}<p role="status" class="text-sm">{coming} …</p>{/if}
{#if problem}<Message kind="problem">{problem}</Message>{/if}
