<script lang="ts">
  import type { PostView } from '$core/threads/views';
  import { unfolds } from '$ui/primitives/unfolds';
  import { saidForm } from './said-form';

  interface Props {
    post: PostView;
    onFloor: boolean;
    /** Where it goes on without a script. */
    back: string;
    told: { problem: (words: string) => void; done: () => void };
  }
  /** What a teacher does with what was said: lets it stand first, takes it down, answers for everybody what was asked aside. */
  const { post, onFloor, back, told }: Props = $props();
  /** Its form is open: then it begins with what was asked. */
  let answering = $state(false);
</script>

{#snippet about()}<input type="hidden" name="postId" value={post.id} /><input
    type="hidden"
    name="back"
    value={back}
  />{/snippet}

{#if onFloor && !post.takenDown}
  <form method="post" action="/said?/pin" use:saidForm={told}>
    {@render about()}<input type="hidden" name="on" value={post.pinned ? 'no' : 'yes'} />
    <button class="link">{post.pinned ? 'Let it stand in its order' : 'Let it stand first'}</button>
  </form>
  {#if !post.mine}
    <details>
      <summary class="link cursor-pointer">Take it down …</summary>
      <form method="post" action="/said?/takeDown" use:saidForm={told} class="mt-1 flex flex-wrap items-end gap-2">
        {@render about()}
        <label
          >Why; it stands in its place <input
            class="input w-72 max-w-full input-sm"
            name="why"
            required
            maxlength="500"
          /></label
        >
        <button class="btn btn-sm">Take it down<span class="sr-only">: what {post.by} said</span></button>
      </form>
    </details>
  {/if}
{:else if !onFloor && !post.teaches && !post.mine}
  <details {@attach unfolds((now) => (answering = now))}>
    <summary class="link cursor-pointer">Answer it for everybody …</summary>
    <form method="post" action="/said?/answerAll" use:saidForm={told} class="mt-1 grid gap-2">
      {@render about()}
      <p>It is not said who asked. Take out of the question what would tell.</p>
      <label
        >The question, as everybody reads it
        <textarea class="textarea mt-1 block w-full" name="question" rows="2" required maxlength="4000"
          >{answering ? post.body : ''}</textarea
        ></label
      >
      <label
        >Your answer
        <textarea class="textarea mt-1 block w-full" name="answer" rows="3" required maxlength="5000"></textarea></label
      >
      <button class="btn justify-self-start btn-sm">Say it on the open floor</button>
    </form>
  </details>
{/if}
