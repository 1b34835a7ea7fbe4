<script lang="ts">
  import { untrack } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import { shares, whoWrote } from '$core/pages/who-wrote';
  import { goToPart } from './go-to-part';
  import type { Along } from './along.svelte';
  import type * as Writer from './writer';

  interface Props {
    along: Along;
    editor: Editor;
    turn: number;
    show: typeof Writer.showAlong;
  }
  /** Who else writes this page, whose its parts are, and who wrote what of it. */
  const { along, editor, turn, show }: Props = $props();
  let words = $state(false);
  let adding = $state(false);
  let title = $state('');
  let receipt = $state<string | null>(null);
  let busy = $state(false);

  const mine = $derived(along.who.parts.filter(({ personId }) => personId === along.who.me));
  const others = $derived(along.who.parts.filter(({ personId }) => personId !== along.who.me));
  const open = $derived(others.filter(({ personId, finishedAt }) => personId !== null && finishedAt === null).length);
  const shared = $derived(
    words && turn >= 0
      ? shares(whoWrote(along.awareness.doc, editor.state.doc, along.who.writers)).filter(({ by }) => by !== null)
      : []
  );
  const letters = $derived(shared.reduce((sum, one) => sum + one.letters, 0));

  $effect(() => {
    void along.who;
    if (!editor.isDestroyed) untrack(() => show(editor.view));
  });
  function mark() {
    words = !words;
    show(editor.view, words);
  }
  async function change(deed: { do: 'add'; title: string } | { do: string; part: string }) {
    busy = true;
    receipt = await along.change(deed);
    busy = false;
    if (along.problem === '') [adding, title] = [false, ''];
  }
</script>

<section
  aria-label="Together"
  class="flex max-h-36 flex-wrap items-center gap-x-4 gap-y-2 overflow-y-auto border-b border-base-300 px-4 py-2 text-sm"
>
  <p role="status">
    {#if along.here.length === 0}Nobody else is here just now.{:else}
      Here too:
      {#each along.here as id, i (id)}{i > 0 ? ', ' : ''}<span class="who hue-{along.hueOf(id)}"
          >{along.nameOf(id)}</span
        >{/each}{/if}
  </p>
  <button type="button" class="btn btn-sm" aria-pressed={words} onclick={mark}>Who wrote what</button>
  {#if shared.length > 0}
    <ul class="flex flex-wrap gap-x-3" aria-label="Who wrote how much">
      {#each shared as { by, letters: n } (by)}
        <li>
          <span class="who hue-{along.hueOf(by ?? '')}">{along.nameOf(by ?? '')}</span>
          <span class="figures">{Math.round((n / letters) * 100)} %</span>
        </li>
      {/each}
    </ul>
  {/if}
  {#each mine as part (part.id)}
    <span class="flex flex-wrap items-center gap-2 border-l-4 border-primary pl-3">
      <button type="button" class="link" onclick={() => goToPart(editor, part.id)}>Your part: {part.title}</button>
      {#if part.finishedAt === null}
        <button
          type="button"
          class="btn btn-primary btn-sm"
          disabled={busy}
          onclick={() => void change({ do: 'finish', part: part.id })}
          >My part is finished<span class="sr-only">: {part.title}</span></button
        >
      {:else}
        finished{#if part.receipt}, <a class="link" href="/receipts/{part.receipt}" target="_blank"
            >receipt {part.receipt}</a
          >{/if}
        <button
          type="button"
          class="btn btn-sm"
          disabled={busy}
          onclick={() => void change({ do: 'go-on', part: part.id })}
          >Go on with it<span class="sr-only">: {part.title}</span></button
        >
      {/if}
    </span>
  {/each}
  {#each others.filter(({ personId }) => personId === null) as part (part.id)}
    <button type="button" class="btn btn-sm" disabled={busy} onclick={() => void change({ do: 'take', part: part.id })}
      >Take the part “{part.title}”</button
    >
  {/each}
  {#if open > 0}<p>{open} {open === 1 ? 'part of others is' : 'parts of others are'} not finished.</p>{/if}
  {#if adding}
    <form
      class="flex items-end gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        void change({ do: 'add', title });
      }}
    >
      <label
        >What your part is called <input class="input input-sm" bind:value={title} required maxlength="120" /></label
      >
      <button class="btn btn-sm" disabled={busy}>Add it</button>
      <button type="button" class="btn btn-ghost btn-sm" onclick={() => (adding = false)}>Do not</button>
    </form>
  {:else if mine.length === 0}
    <button type="button" class="btn btn-ghost btn-sm" onclick={() => (adding = true)}>A part of my own</button>
  {/if}
  {#if receipt}
    <p role="status">
      Your part was received. <a class="link" href="/receipts/{receipt}" target="_blank">Receipt {receipt}</a>. The
      whole is submitted by any of you, later.
    </p>
  {/if}
  {#if along.problem}<p role="alert" class="font-semibold text-error">{along.problem}</p>{/if}
</section>
