<script lang="ts">
  import type { Readers } from '$core/threads/readers';
  import { type AskedPost } from '$core/pieces/asked-post';
  import { askedWords, lackingPost } from '$core/pieces/posted-words';
  import type { FloorKept, PostView } from '$core/threads/views';
  import Thread from '$ui/threads/Thread.svelte';

  interface Props {
    assignmentId: string;
    floor: PostView[];
    readers: Omit<Readers, 'to'>;
    studies: boolean;
    kept: FloorKept;
    /** What a place asks to be said here; null where none does. */
    asked?: AskedPost | null;
  }
  /** What everyone in the course reads and can answer: framed by a broken line, as a room without a door. */
  const { assignmentId, floor, readers, studies, kept, asked = null }: Props = $props();
</script>

<div class="rounded border-2 border-dashed border-base-content/40 p-4">
  {#if asked && studies}
    {@const lacking = lackingPost(asked, kept.posted)}
    <p class="mb-3 border-l-4 border-accent pl-3">
      This is part of your work here: {askedWords(asked)}.
      {lacking.length === 0 ? 'All of it is said.' : lacking.join(' ')} What you say goes into your packet by itself.
    </p>
  {/if}
  {#if kept.hides && studies && kept.posted.words === 0}
    <p class="mb-3 text-sm">What others said is shown once you have said something yourself.</p>
  {/if}
  <Thread
    posts={floor}
    readers={{ ...readers, to: 'floor' }}
    where={{ assignmentId }}
    {studies}
    closed={kept.closed && studies}
  />
</div>
