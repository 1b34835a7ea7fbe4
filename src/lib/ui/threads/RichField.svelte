<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import { PLAIN_TOOLS } from '$ui/rich/tools';

  interface Props {
    /** Rich text to begin with. */
    start?: string;
    /** As it stands, as HTML; empty where nothing is written. */
    html: string;
    label: string;
    describedBy?: string;
  }
  /**
   * A field for rich text. The editor comes with its own script once the page stands. Before that, without scripts, and
   * where the line breaks meanwhile, a plain field does as well; what was written in it goes on in the editor.
   */
  let { start = '', html = $bindable(), label, describedBy }: Props = $props();
  let place: HTMLDivElement;
  let editor = $state.raw<Editor | null>(null);
  let changes = $state(0);
  // What there is to put right is rich already: it waits for the editor, unless that does not come.
  let plain = $state(untrack(() => start) === '');
  let text = $state('');
  let written = $state<HTMLTextAreaElement>();

  onMount(() => {
    let gone = false;
    begin().then(
      (made) => {
        if (gone) made.destroy();
        else takeOver(made);
      },
      () => (plain = true)
    );
    return () => {
      gone = true;
      editor?.destroy();
    };
  });

  async function begin(): Promise<Editor> {
    const [{ Editor }, { default: StarterKit }] = await Promise.all([
      import('@tiptap/core'),
      import('@tiptap/starter-kit')
    ]);
    return new Editor({
      element: place,
      injectCSS: false,
      content: start,
      extensions: [StarterKit.configure({ heading: false, horizontalRule: false, link: { openOnClick: false } })],
      editorProps: {
        attributes: {
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': label,
          class: 'said-text min-h-16 px-3 py-2 outline-none',
          ...(describedBy && { 'aria-describedby': describedBy })
        }
      },
      onUpdate: ({ editor: one }) => (html = one.isEmpty ? '' : one.getHTML()),
      onTransaction: () => changes++
    });
  }

  function takeOver(made: Editor) {
    const writing = written !== undefined && document.activeElement === written;
    if (text !== '') {
      const content = text
        .split('\n')
        .map((line) => ({ type: 'paragraph', content: line ? [{ type: 'text', text: line }] : [] }));
      made.commands.setContent({ type: 'doc', content }, { emitUpdate: true });
    }
    editor = made;
    plain = false;
    if (writing) made.commands.focus('end');
  }

  /** Puts something behind what is written, and goes on there. */
  export function add(more: string) {
    editor?.chain().focus('end').insertContent(more).run();
  }

  /** Goes on writing. */
  export function focus() {
    if (editor) editor.commands.focus('end');
    else written?.focus();
  }

  /** Empties the field, once what it held was sent. */
  export function clear() {
    editor?.commands.clearContent(true);
    html = '';
    text = '';
  }
</script>

<div class="rounded border border-base-300 bg-base-100 focus-within:outline-2 focus-within:outline-primary">
  <div bind:this={place}></div>
  {#if plain}
    <textarea
      bind:this={written}
      class="textarea w-full border-0"
      name="body"
      rows="3"
      maxlength="10000"
      aria-label={label}
      aria-describedby={describedBy}
      bind:value={text}></textarea>
  {/if}
  {#if editor}
    <div class="border-t border-base-300"><Toolbar {editor} tools={PLAIN_TOOLS} turn={changes} /></div>
  {/if}
</div>
