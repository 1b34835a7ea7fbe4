<script lang="ts">
  import type { Readers } from '$core/threads/readers';
  import type { About, PostView, SaidWhere } from '$core/threads/views';
  import Composer from './Composer.svelte';
  import SaidPost from './SaidPost.svelte';

  interface Props {
    posts: readonly PostView[];
    readers: Readers;
    where: SaidWhere;
    /** The student of an aside, where a teacher reads it. */
    studentId?: string | null;
    /** The reader is a student of the course. */
    studies: boolean;
    /** What can be pointed at. */
    points?: readonly About[];
    pointHref?: (about: About) => string | null;
  }
  /** What was said, and a place to say more. */
  const { posts, readers, where, studentId = null, studies, points = [], pointHref = () => null }: Props = $props();
</script>

{#if posts.length > 0}
  <ol class="mb-4 grid gap-3">
    {#each posts as post (post.id)}
      <SaidPost {post} onFloor={readers.to === 'floor'} {studies} {pointHref} />
    {/each}
  </ol>
{/if}
<Composer {readers} {where} {studentId} {points} />
