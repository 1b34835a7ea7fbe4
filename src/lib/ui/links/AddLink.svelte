<script lang="ts">
  import { untrack } from 'svelte';
  import type { SubmitFunction } from '@sveltejs/kit';
  import { enhance } from '$app/forms';
  import { verdictText, verdictWords, type LinkLook } from '$core/links/words';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    deliverableId: string | null;
    place: string;
    formKey: string;
    /** An address that was dropped or pasted. */
    pasted: string;
    close: () => void;
  }
  /** Adds a link. What a stranger meets there is shown first where it is not the work. */
  const { deliverableId, place, formKey, pasted, close }: Props = $props();

  let url = $state(untrack(() => pasted));
  let title = $state('');
  let busy = $state(false);
  let problem = $state('');
  let doubt = $state<{ url: string; look: LinkLook } | null>(null);

  const submit: SubmitFunction = ({ cancel }) => {
    if (busy) return cancel();
    busy = true;
    problem = '';
    return async ({ result, update }) => {
      busy = false;
      if (result.type === 'success') {
        await update({ reset: false });
        return close();
      }
      if (result.type === 'failure') {
        doubt = (result.data?.doubt as typeof doubt) ?? null;
        problem = doubt === null && typeof result.data?.problem === 'string' ? result.data.problem : '';
      } else problem = 'The connection broke, so nothing was added. What you typed is still here.';
    };
  };
</script>

<form method="post" action="?/addLink" use:enhance={submit} class="mt-3 grid gap-3 border-l-2 border-accent pl-3">
  <input type="hidden" name="deliverable" value={deliverableId ?? ''} />
  <input type="hidden" name="key" value={formKey} />
  <Field label="Address" about="As the address bar shows it">
    <!-- svelte-ignore a11y_autofocus (the panel was opened to type here) -->
    <input
      class="input w-full"
      name="url"
      inputmode="url"
      autocomplete="off"
      spellcheck="false"
      required
      maxlength="2000"
      autofocus
      bind:value={url}
      oninput={() => (doubt = null)}
    />
  </Field>
  <Field label="Title" about="Left empty, the page's own is taken">
    <input class="input w-full" name="title" maxlength="200" bind:value={title} />
  </Field>
  {#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
  {#if doubt}
    <div role="alert" class="border-l-4 border-accent pl-3">
      <p class="font-semibold">{verdictText(doubt.look.verdict)}{doubt.look.title ? `: ${doubt.look.title}` : ''}</p>
      <p>{verdictWords(doubt.look.verdict)}</p>
      {#if doubt.look.excerpt}<p class="text-sm opacity-85">It says: {doubt.look.excerpt}</p>{/if}
    </div>
    <input type="hidden" name="knowingly" value="yes" />
  {/if}
  <div class="flex flex-wrap gap-2">
    {#if doubt}
      <button class="btn btn-sm" disabled={busy}>{busy ? 'Looking …' : 'Add it all the same'}</button>
    {:else}
      <button class="btn btn-primary btn-sm" disabled={busy}
        >{busy ? 'Looking at the page …' : 'Look and add'}<span class="sr-only"> to {place}</span></button
      >
    {/if}
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
  </div>
</form>
