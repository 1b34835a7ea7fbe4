<script lang="ts">
  import { onMount } from 'svelte';
  import { changedWords, wordChanges } from '$core/rounds/word-changes';
  import type { Moment } from '$core/time/moment';
  import { absolute } from '$core/time/words';
  import { reach } from '$ui/forms/reach';
  import Message from '$ui/primitives/Message.svelte';
  import TextDifference from '$ui/primitives/TextDifference.svelte';
  import { getZone } from '$ui/time/reader';

  interface Props {
    /** Where the page is kept. */
    address: string;
    name: string;
    /** What stands there now. */
    now: () => string;
    /** Puts what stood there at an earlier time in the place of what stands there. It can be taken back like anything typed. */
    bring: (text: string) => void;
    close: () => void;
  }
  /** The page at earlier times, each with what has changed since. */
  const { address, name, now, bring, close }: Props = $props();
  const zone = getZone();
  interface Time {
    at: Moment;
    /** Who wrote then. */
    by: string[];
  }
  let times = $state.raw<Time[] | null>(null);
  let whose = $state('');
  /** What was written in that minute is shown, and not what was since. */
  let then = $state(false);
  const people = $derived([...new Set((times ?? []).flatMap(({ by }) => by))].sort());
  const offered = $derived((times ?? []).filter(({ by }) => whose === '' || by.includes(whose)));
  let chosen = $state<Moment | null>(null);
  let text = $state<string | null>(null);
  let before = $state('');
  let problem = $state('');
  /** The names of pictures say nothing to anybody. */
  const readable = (markdown: string) => markdown.replace(/\(pictures\/[0-9a-f]{64}\.\w+\)/g, '(picture)');
  const changes = $derived(
    text === null
      ? null
      : then
        ? wordChanges(readable(before), readable(text))
        : wordChanges(readable(text), readable(now()))
  );

  onMount(async () => {
    const told = await ask<{ times: Time[] }>('');
    if (told) times = told.times;
  });
  async function show(at: Moment) {
    [chosen, text] = [at, null];
    const told = await ask<{ text: string; before: string }>(`?at=${at}`);
    if (told && chosen === at) [text, before] = [told.text, told.before];
  }
  async function ask<T>(query: string): Promise<T | null> {
    problem = '';
    const answer = await reach(`${address}/times${query}`).catch(() => null);
    const told = answer?.ok ? ((await answer.json()) as ({ ok: true } & T) | { ok: false; words: string }) : null;
    if (told?.ok) return told;
    problem = told?.words ?? 'Earlier times could not be read just now. Try again when the line is back.';
    return null;
  }
</script>

<section aria-label="Earlier times of the page" class="grid gap-3 border-b border-base-300 bg-base-200 px-4 py-3">
  <div class="flex flex-wrap items-end gap-3">
    {#if times === null && !problem}<p role="status">Reading earlier times …</p>{/if}
    {#if times?.length === 0}<p>Nothing was written on it yet.</p>{/if}
    {#if times && times.length > 0}
      {#if people.length > 1}
        <label class="text-sm font-medium"
          >Written by
          <select class="select mt-1 block select-sm" bind:value={whose}>
            <option value="">anybody</option>
            {#each people as name (name)}<option>{name}</option>{/each}
          </select>
        </label>
      {/if}
      <label class="text-sm font-medium"
        >As it was
        <select
          class="select mt-1 block select-sm"
          value={chosen}
          onchange={({ currentTarget }) => void show(Number(currentTarget.value))}
        >
          <option value={null} disabled>Choose a time</option>
          {#each offered as { at, by } (at)}<option value={at}
              >{absolute(at, zone(), at)}{people.length > 1 && by.length > 0 ? `, ${by.join(', ')}` : ''}</option
            >{/each}
        </select>
      </label>
    {/if}
    {#if text !== null}
      <button type="button" class="btn btn-primary btn-sm" onclick={() => text !== null && bring(text)}
        >Bring this back</button
      >
    {/if}
    <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Back to writing</button>
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#if changes}
    <fieldset class="flex flex-wrap gap-4 text-sm">
      <legend class="sr-only">What is compared</legend>
      <label><input type="radio" class="radio radio-sm" bind:group={then} value={false} /> What has changed since</label
      >
      <label><input type="radio" class="radio radio-sm" bind:group={then} value={true} /> What was written then</label>
    </fieldset>
    <p class="text-sm">{then ? 'In that minute' : 'From then to now'}: {changedWords(changes)}.</p>
    <TextDifference {changes} title={name} />
  {/if}
</section>
