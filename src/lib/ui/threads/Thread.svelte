<script lang="ts">
  import { Lock, UsersRound } from '@lucide/svelte';
  import type { PostView } from '$core/courses/views';
  import { act } from '$ui/forms/act';
  import When from '$ui/time/When.svelte';

  interface Props {
    posts: PostView[];
    /** `floor`: everyone in the course. `aside`: one student and the teachers. */
    to: 'floor' | 'aside';
    course: string;
    /** The student of an aside, where a teacher reads it. */
    studentId?: string;
    zone: string;
    now: number;
  }
  /** What was said, and a place to say more. Who reads it stands on the button itself, so that neither is taken for the other. */
  const { posts, to, course, studentId, zone, now }: Props = $props();
  const id = $props.id();
  let busy = $state(false);
  const readers = $derived(
    to === 'floor'
      ? `Everyone in ${course} reads this.`
      : studentId
        ? 'Only this student and the teachers read this.'
        : 'Only you and your teachers read this.'
  );
</script>

<p id="{id}-who" class="mb-3 flex items-center gap-2 text-sm">
  {#if to === 'floor'}
    <UsersRound size={18} strokeWidth={1.75} aria-hidden="true" />
  {:else}
    <Lock size={18} strokeWidth={1.75} aria-hidden="true" />
  {/if}
  {readers}
</p>
{#if posts.length > 0}
  <ol class="mb-4 grid gap-3">
    {#each posts as post (post.id)}
      <li class="border-l-2 border-base-300 pl-3">
        <p class="text-sm">
          <b>{post.by}</b>{post.teaches ? ', teaches' : ''} · <When moment={post.at} {zone} {now} />
        </p>
        <p class="whitespace-pre-wrap">{post.body}</p>
      </li>
    {/each}
  </ol>
{/if}
<form method="post" action="?/post" use:act={(on) => (busy = on)} class="grid gap-2">
  <input type="hidden" name="to" value={to} />
  {#if studentId}<input type="hidden" name="studentId" value={studentId} />{/if}
  <textarea
    class="textarea w-full"
    name="body"
    rows="2"
    maxlength="10000"
    required
    aria-label={to === 'floor' ? 'Say it to everyone' : studentId ? 'Write to this student' : 'Ask your teacher'}
    aria-describedby="{id}-who"></textarea>
  <button class="btn justify-self-start btn-sm" disabled={busy}>
    {to === 'floor'
      ? 'Say it to everyone'
      : studentId
        ? 'Send it to this student only'
        : 'Send it to your teachers only'}
  </button>
</form>
