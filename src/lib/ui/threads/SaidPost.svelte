<script lang="ts">
  import { getNow } from '$ui/time/reader';
  import { fileAddress } from '$core/materials/source';
  import { page } from '$app/state';
  import { mayEdit, mayMoveAside, mayUnsay } from '$core/threads/rules';
  import type { About, PostView } from '$core/threads/views';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Peek from '$ui/materials/Peek.svelte';
  import When from '$ui/time/When.svelte';
  import RichField from './RichField.svelte';
  import { saidForm } from './said-form';
  import { firstWords } from '$core/tidings/first-words';
  import KeepOrder from './KeepOrder.svelte';

  interface Props {
    post: PostView;
    onFloor: boolean;
    /** Students can move what they said to everyone aside. */
    studies: boolean;
    /** Where what it points at lies; null where that is not on this page. */
    pointHref: (about: About) => string | null;
    /** Begins an answer to it; null where nothing can be said. */
    answer?: ((post: PostView, quoted: boolean) => void) | null;
    /** It stands below what it answers. */
    inThread?: boolean;
  }
  const { post, onFloor, studies, pointHref, answer = null, inThread = false }: Props = $props();
  const now = $derived.by(getNow());
  const scripted = whenScripted();
  let editing = $state(false);
  let html = $state('');
  let problem = $state('');
  const told = { problem: (words: string) => (problem = words), done: () => (editing = false) };
  const back = $derived(page.url.pathname + page.url.search);
  const editable = $derived(mayEdit(post, now).ok);
  const unsayable = $derived(mayUnsay(post, now).ok);
  const movable = $derived(mayMoveAside({ ...post, onFloor, studies }).ok);
  const href = $derived(post.about === null ? null : pointHref(post.about));
  const isSound = (type: string) => type.startsWith('audio/') || type === 'video/webm';
</script>

{#snippet hidden()}<input type="hidden" name="postId" value={post.id} /><input
    type="hidden"
    name="back"
    value={back}
  />{/snippet}

<li class="border-l-2 pl-3 {post.fresh ? 'border-accent' : 'border-base-300'}">
  <p class="text-sm">
    {#if post.pinned}<b class="mr-1">Stands first.</b>{/if}{#if post.fresh}<b class="mr-1">New.</b>{/if}<b>{post.by}</b
    >{post.teaches ? ', teaches' : ''} ·
    <When moment={post.at} />{#if post.edited}, put right since{/if}
    {#if post.mine}<span class="opacity-80">{post.heard ? '· read' : '· not read yet'}</span>{/if}
  </p>
  {#if post.answersTo && !inThread}
    <p class="text-sm opacity-85">
      Answers {post.answersTo.by}{#if post.answersTo.says}: “{firstWords(post.answersTo.says)}”{/if}
    </p>
  {/if}
  {#if post.takenDown}
    <p class="text-sm font-medium">Taken down by {post.takenDown.by}: {post.takenDown.why}</p>
  {/if}
  {#if post.about}
    <p class="text-sm">
      About {#if href}<a class="link" {href}>{post.about.name}</a>{:else}{post.about.name}{/if}
    </p>
  {/if}
  {#if editing}
    <form method="post" action="/said?/edit" use:saidForm={told} class="grid gap-2">
      {@render hidden()}
      {#if scripted.yes}
        <RichField start={post.html} bind:html label="Put it right" />
        <input type="hidden" name="html" value={html === '' ? post.html : html} />
      {/if}
      <div class="flex gap-2">
        <button class="btn btn-sm">Keep it so</button>
        <button type="button" class="btn btn-sm" onclick={() => (editing = false)}>Leave it as it was</button>
      </div>
    </form>
  {:else}
    <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
    <div class="said-text">{@html post.html}</div>
  {/if}
  {#each post.files as file (file.id)}
    {@const address = fileAddress('said', file.id)}
    {#if isSound(file.mediaType)}
      <audio src={address} controls preload="none" class="mt-1 w-full max-w-md" aria-label={file.name}></audio>
    {/if}
    <details class="text-sm">
      <summary class="cursor-pointer py-1">{file.name}</summary>
      <p class="mb-1"><a class="link" href={address} data-sveltekit-reload>Download it</a></p>
      {#if scripted.yes && !isSound(file.mediaType)}<Peek file={address} title={file.name} name={file.name} />{/if}
    </details>
  {/each}
  {#if problem}<p role="alert" class="text-sm font-medium text-error">{problem}</p>{/if}
  {#if !editing}
    <div class="mt-1 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-sm">
      {#if answer}
        <button type="button" class="link" disabled={!scripted.yes} onclick={() => answer(post, false)}
          >Answer<span class="sr-only"> {post.by}</span></button
        >
        <button type="button" class="link" disabled={!scripted.yes} onclick={() => answer(post, true)}
          >Quote<span class="sr-only"> {post.by}</span></button
        >
      {/if}
      {#if !post.mine}
        <form method="post" action="/said?/unread" use:saidForm={told}>
          {@render hidden()}<button class="link">Keep it as new</button>
        </form>
      {/if}
      {#if !studies}<KeepOrder {post} {onFloor} {back} {told} />{/if}
    </div>
  {/if}
  {#if !editing && !post.takenDown && (editable || unsayable || movable)}
    <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {#if movable}
        <form method="post" action="/said?/aside" use:saidForm={told}>
          {@render hidden()}<button class="link font-medium">Make it for your teachers only</button>
        </form>
      {/if}
      {#if unsayable}
        <form method="post" action="/said?/unsay" use:saidForm={told}>
          {@render hidden()}<button class="link">Take it back</button>
        </form>
      {/if}
      {#if editable}<button type="button" class="link" disabled={!scripted.yes} onclick={() => (editing = true)}
          >Put it right</button
        >{/if}
    </div>
  {/if}
</li>
