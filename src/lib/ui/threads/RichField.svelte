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
   * A field for rich text. The editor comes with its own script once somebody begins to write: most who read a page write
   * nothing. Before that, without scripts, and where the line breaks meanwhile, a plain field does as well; what was written
   * in it goes on in the editor.
   */
  let { start = '', html = $bindable(), label, describedBy }: Props = $props();
  let place: HTMLDivElement;
  let editor = $state.raw<Editor | null>(null);
  let changes = $state(0);
  // What there is to put right is rich already: it waits for the editor, unless that does not come.
  let plain = $state(untrack(() => start) === '');
  let text = $state('');
  let written = $state<HTMLTextAreaElement>();

  /** How often something was typed: what was sent meanwhile is known by it. */
  let turns = 0;
  let gone = false;
  let coming: Promise<void> | null = null;
  onMount(() => {
    // Somebody may have begun before the scripts came.
    if (start !== '' || document.activeElement === written || written?.value) void fetchEditor();
    return () => {
      gone = true;
      editor?.destroy();
    };
  });

  /** Once for all; where the line broke, whoever comes back to the field tries again. */
  function fetchEditor(): Promise<void> {
    coming ??= begin().then(
      (made) => {
        if (gone) made.destroy();
        else takeOver(made);
      },
      () => {
        plain = true;
        coming = null;
      }
    );
    return coming;
  }

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
      onUpdate: ({ editor: one }) => {
        html = one.isEmpty ? '' : one.getHTML();
        turns++;
      },
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
      // What was typed is the same in the editor.
      turns--;
    }
    // At once, and before the plain field goes: a key between the two would be nobody's.
    if (writing) {
      made.commands.setTextSelection(made.state.doc.content.size);
      made.view.focus();
    }
    editor = made;
    plain = false;
  }

  /** Puts something behind what is written, and goes on there. */
  export async function add(more: string) {
    await fetchEditor();
    editor?.chain().focus('end').insertContent(more).run();
  }

  /** Goes on writing. */
  export function focus() {
    if (editor) editor.commands.focus('end');
    else written?.focus();
  }

  /** How often something was typed so far. */
  export const typed = () => turns;

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
      bind:value={text}
      oninput={() => turns++}
      onfocus={fetchEditor}></textarea>
  {/if}
  {#if editor}
    <div class="min-h-10 border-t border-base-300"><Toolbar {editor} tools={PLAIN_TOOLS} turn={changes} /></div>
  {:else if plain}
    <!-- The room of the tools, so that nothing moves under a finger when they come. -->
    <div class="needs-scripts min-h-10 border-t border-base-300"></div>
  {/if}
</div>
