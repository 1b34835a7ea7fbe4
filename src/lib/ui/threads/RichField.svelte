<script lang="ts">
  import { onMount } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import { Bold, Code, Italic, List, ListOrdered, Quote } from '@lucide/svelte';

  interface Props {
    /** Rich text to begin with. */
    start?: string;
    /** As it stands, as HTML; empty where nothing is written. */
    html: string;
    label: string;
    describedBy?: string;
  }
  /**
   * A field for rich text. The editor comes with its own script once the page stands; before that, and without scripts,
   * its place is taken by the plain field that the form brings along.
   */
  let { start = '', html = $bindable(), label, describedBy }: Props = $props();
  let place: HTMLDivElement;
  let editor = $state.raw<Editor | null>(null);
  let changes = $state(0);
  let plain = $state(false);
  let text = $state('');

  onMount(() => {
    let gone = false;
    begin().then(
      (made) => {
        if (gone) made.destroy();
        else editor = made;
      },
      // The line went down before the editor had come: a plain field does as well.
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

  /** Empties the field, once what it held was sent. */
  export function clear() {
    editor?.commands.clearContent(true);
    html = '';
    text = '';
  }

  const TOOLS = [
    { mark: 'bold', label: 'Bold', icon: Bold, run: (e: Editor) => e.chain().focus().toggleBold().run() },
    { mark: 'italic', label: 'Italic', icon: Italic, run: (e: Editor) => e.chain().focus().toggleItalic().run() },
    { mark: 'code', label: 'Code', icon: Code, run: (e: Editor) => e.chain().focus().toggleCode().run() },
    { mark: 'bulletList', label: 'List', icon: List, run: (e: Editor) => e.chain().focus().toggleBulletList().run() },
    {
      mark: 'orderedList',
      label: 'Numbered list',
      icon: ListOrdered,
      run: (e: Editor) => e.chain().focus().toggleOrderedList().run()
    },
    {
      mark: 'blockquote',
      label: 'Quotation',
      icon: Quote,
      run: (e: Editor) => e.chain().focus().toggleBlockquote().run()
    }
  ];
  /** Asked anew whenever the selection or the text changes. */
  const on = (mark: string) => (changes >= 0 ? (editor?.isActive(mark) ?? false) : false);
</script>

<div class="rounded border border-base-300 bg-base-100 focus-within:outline-2 focus-within:outline-primary">
  <div bind:this={place}></div>
  {#if plain}
    <textarea
      class="textarea w-full border-0"
      name="body"
      rows="3"
      maxlength="10000"
      aria-label={label}
      aria-describedby={describedBy}
      bind:value={text}></textarea>
  {/if}
  {#if editor}
    <div role="toolbar" aria-label="How it is written" class="flex flex-wrap gap-1 border-t border-base-300 p-1">
      {#each TOOLS as tool (tool.mark)}
        {@const Icon = tool.icon}
        <button
          type="button"
          class="grid size-8 place-items-center rounded hover:bg-base-200 aria-pressed:bg-base-300"
          aria-label={tool.label}
          title={tool.label}
          aria-pressed={on(tool.mark)}
          onclick={() => editor && tool.run(editor)}><Icon size={16} strokeWidth={1.75} aria-hidden="true" /></button
        >
      {/each}
    </div>
  {/if}
</div>
