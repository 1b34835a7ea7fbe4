<script lang="ts">
  import Message from './Message.svelte';

  interface Props {
    /** What the page's forms were answered with; null before any was sent. */
    form: { problem?: string | undefined; done?: true | string | undefined } | null;
  }
  /** What became of the form that was sent: a problem, or what was done where there is something to say of it. */
  const { form }: Props = $props();
</script>

{#if form?.problem}<Message kind="problem">{form.problem}</Message>
{:else if typeof form?.done === 'string'}<Message kind="done">{form.done}</Message>{/if}
