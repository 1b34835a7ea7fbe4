<script lang="ts">
  import type { Readers } from '$core/threads/readers';
  import type { PostView } from '$core/threads/views';
  import Thread from '$ui/threads/Thread.svelte';

  interface Props {
    assignmentId: string;
    floor: PostView[];
    readers: Omit<Readers, 'to'>;
    studies: boolean;
  }
  /** What everyone in the course reads and can answer: framed by a broken line, as a room without a door. */
  const { assignmentId, floor, readers, studies }: Props = $props();
</script>

<div class="rounded border-2 border-dashed border-base-content/40 p-4">
  <Thread posts={floor} readers={{ ...readers, to: 'floor' }} where={{ assignmentId }} {studies} />
</div>
