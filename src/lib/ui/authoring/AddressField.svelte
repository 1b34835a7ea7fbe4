<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import Icon from '$ui/icons/Icon.svelte';
  import { webAddress } from '$core/links/address';

  /** Makes a link of what is chosen in the text, changes where one leads, or takes it away. */
  const { editor, turn }: { editor: Editor; turn: number } = $props();
  let open = $state(false);
  let address = $state('');
  let problem = $state('');
  const on = $derived(turn >= 0 && editor.isActive('link'));

  function begin() {
    address = String(editor.getAttributes('link').href ?? '');
    problem = '';
    open = !open;
  }

  function keep() {
    const href = webAddress(address);
    if (href === null) {
      problem = 'Write an address that begins with https:// or http://.';
      return;
    }
    const chain = editor.chain().focus().extendMarkRange('link');
    if (editor.state.selection.empty && !on)
      chain.insertContent({ type: 'text', text: address, marks: [{ type: 'link', attrs: { href } }] }).run();
    else chain.setLink({ href }).run();
    open = false;
  }

  function drop() {
    editor.chain().focus().extendMarkRange('link').unsetLink().run();
    open = false;
  }
</script>

<button
  type="button"
  class="grid size-8 place-items-center rounded hover:bg-base-200 aria-pressed:bg-base-300"
  aria-label="Link"
  title="Link"
  aria-pressed={on}
  aria-expanded={open}
  onclick={begin}><Icon name="link" size={16} /></button
>
{#if open}
  <span class="flex flex-wrap items-center gap-1">
    <!-- svelte-ignore a11y_autofocus (the press that opened it asked for it) -->
    <input
      class="input w-56 input-xs"
      aria-label="Where it leads"
      placeholder="https://"
      autofocus
      bind:value={address}
      onkeydown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          keep();
        } else if (event.key === 'Escape') open = false;
      }}
    />
    <button type="button" class="btn btn-xs" onclick={keep}>Link it</button>
    {#if on}<button type="button" class="btn btn-ghost btn-xs" onclick={drop}>No link</button>{/if}
    {#if problem}<span class="text-sm text-error" role="alert">{problem}</span>{/if}
  </span>
{/if}
