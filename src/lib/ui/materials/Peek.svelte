<script lang="ts">
  import { onDestroy, onMount, type Component, type ComponentProps } from 'svelte';
  import type PreviewView from './Preview.svelte';
  import type { Preview as PreviewData } from '$core/materials/preview';
  import { getLook } from './look';

  interface Props {
    /** The file's address: a material's, a piece's, a submitted piece's. */
    file: string;
    title: string;
    name: string;
  }
  /** A file, shown where it stands as soon as this is on the page. */
  const { file, title, name }: Props = $props();

  const look = getLook();
  let preview = $state<PreviewData | null>(null);
  let Preview = $state.raw<Component<ComponentProps<typeof PreviewView>>>();
  let failed = $state(false);

  /** What is being made ready is asked for again after this long, in milliseconds. */
  const AGAIN = 1500;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function open() {
    failed = false;
    try {
      // What draws it comes with the first file that is looked at.
      const [seen, drawing] = await Promise.all([look(file), import('./Preview.svelte')]);
      [preview, Preview] = [seen, drawing.default];
      if (preview.kind === 'making') timer = setTimeout(open, AGAIN);
    } catch {
      failed = true;
    }
  }
  onMount(open);
  onDestroy(() => clearTimeout(timer));
</script>

{#if preview && Preview}
  <Preview {preview} {file} material={{ title, name }} />
{:else if failed}
  <p role="alert">
    The connection broke before it could be shown. <button class="link" onclick={open}>Try again</button>
  </p>
{:else}
  <p role="status">Opening {title} …</p>
{/if}
