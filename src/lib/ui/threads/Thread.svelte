<script lang="ts">
  import { inOrder, type Order, type Said } from '$core/threads/order';
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
    /** Nothing more can be said. */
    closed?: boolean;
  }
  /** What was said, and a place to say more. */
  const {
    posts,
    readers,
    where,
    studentId = null,
    studies,
    points = [],
    pointHref = () => null,
    closed = false
  }: Props = $props();
  const id = $props.id();
  let order = $state<Order>('new');
  let answering = $state.raw<PostView | null>(null);
  let composer = $state<ReturnType<typeof Composer>>();
  const said = $derived(inOrder(posts, order));
  const answered = $derived(posts.some(({ answersTo }) => answersTo));
  const onFloor = $derived(readers.to === 'floor');

  function answer(post: PostView, quoted: boolean) {
    answering = post;
    composer?.goOn(quoted ? post : null);
  }
</script>

{#snippet list(some: readonly Said[])}
  {#each some as { post, answers } (post.id)}
    <SaidPost
      {post}
      {onFloor}
      {studies}
      {pointHref}
      answer={closed || post.takenDown ? null : answer}
      inThread={order === 'thread'}
    />
    {#if answers.length > 0}
      <li>
        <ol class="ml-3 grid gap-3 border-l border-base-300 pl-3 sm:ml-6" aria-label="Answers to {post.by}">
          {@render list(answers)}
        </ol>
      </li>
    {/if}
  {/each}
{/snippet}

{#if answered}
  <fieldset class="mb-3 flex flex-wrap gap-4 text-sm">
    <legend class="sr-only">How what was said is put in order</legend>
    <label class="flex items-center gap-2"
      ><input type="radio" class="radio radio-sm" name="{id}-order" bind:group={order} value="new" /> As it was said</label
    >
    <label class="flex items-center gap-2"
      ><input type="radio" class="radio radio-sm" name="{id}-order" bind:group={order} value="thread" /> Each with its answers</label
    >
  </fieldset>
{/if}
{#if posts.length > 0}
  <ol class="mb-4 grid gap-3">{@render list(said)}</ol>
{/if}
{#if closed}
  <p class="border-l-4 border-base-300 pl-3">This floor is closed: it can be read, and nothing more is said here.</p>
{:else}
  <Composer bind:this={composer} {readers} {where} {studentId} {points} {answering} leave={() => (answering = null)} />
{/if}
