<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { asPhrase, filledPhrase, matching, ROW, STUDENT, type Phrase } from '$core/remarks/phrases';
  import IconButton from '$ui/forms/IconButton.svelte';
  import type { Phrases } from './remarking.svelte';

  interface Props {
    phrases: Phrases;
    fill: { student: string; row: string | null };
    /** What is being written. */
    body: string;
  }
  /** A teacher's own phrases: looked for by their words, put in with Enter, kept from what was just written. */
  let { phrases, fill, body = $bindable() }: Props = $props();
  const id = $props.id();
  const SHOWN = 6;
  let known = $state.raw<Phrase[] | null>(null);
  let sought = $state('');
  let at = $state(0);
  let said = $state('');
  const found = $derived(known === null ? [] : matching(known, sought).slice(0, SHOWN));
  const one = $derived(found[at]);
  const keepable = $derived(
    body.trim() !== '' && known?.some((known) => known.body === asPhrase(body.trim(), fill.student)) !== true
  );

  let opening: Promise<void> | null = null;
  const open = () => (opening ??= read());
  async function read() {
    try {
      known = await phrases.read();
    } catch {
      opening = null;
      said = 'Your phrases could not be read just now.';
    }
  }
  function put(phrase: Phrase | undefined) {
    if (!phrase) return;
    const words = filledPhrase(phrase.body, fill);
    body = body.trim() === '' ? words : `${body.trimEnd()} ${words}`;
    [sought, at] = ['', 0];
    void phrases.touch(phrase.id, 'used');
  }
  async function keep() {
    said = (await phrases.keep(asPhrase(body.trim(), fill.student))) ?? 'It is among your phrases now.';
    known = await phrases.read().catch(() => known);
  }
  async function drop({ id: gone }: Phrase) {
    await phrases.touch(gone, 'drop');
    known = known?.filter((one) => one.id !== gone) ?? null;
  }
  function press(event: KeyboardEvent) {
    const move = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (move !== undefined) at = Math.max(0, Math.min(found.length - 1, at + move));
    // They may still be on their way.
    else if (event.key === 'Enter') void open().then(() => put(found[at]));
    else return;
    event.preventDefault();
  }
</script>

<details class="mt-2 text-sm" ontoggle={(event) => event.currentTarget.open && void open()}>
  <summary class="cursor-pointer py-1">Your phrases</summary>
  <input
    class="input mt-1 w-full input-sm"
    role="combobox"
    aria-expanded={found.length > 0}
    aria-controls="{id}-list"
    aria-activedescendant={found[at] ? `${id}-${at}` : undefined}
    aria-label="Find a phrase, and put it in with Enter"
    placeholder="Find one, Enter puts it in"
    bind:value={sought}
    oninput={() => (at = 0)}
    onkeydown={press}
  />
  <ul id="{id}-list" role="listbox" aria-label="Your phrases" class="mt-1 grid gap-0.5">
    {#each found as phrase, i (phrase.id)}
      <li
        id="{id}-{i}"
        role="option"
        aria-selected={i === at}
        class={['cursor-pointer rounded px-2 py-1 wrap-anywhere', i === at && 'bg-base-300']}
        onpointerdown={(event) => {
          event.preventDefault();
          put(phrase);
        }}
      >
        {phrase.body}
      </li>
    {/each}
  </ul>
  {#if known?.length === 0}
    <p class="mt-1">None yet. {STUDENT} stands for the student’s name, {ROW} for the row of the rubric.</p>
  {/if}
  <p class="mt-1 flex flex-wrap items-center gap-2">
    <button type="button" class="btn btn-sm" disabled={!keepable} onclick={() => void keep()}>
      <Icon name="bookmark-plus" size={16} /> Keep what stands above as a phrase
    </button>
    {#if one && sought !== ''}
      <IconButton icon="trash-2" label="Let go of “{one.body.slice(0, 60)}”" onclick={() => void drop(one)} />
    {/if}
    <span role="status">{said}</span>
  </p>
</details>
