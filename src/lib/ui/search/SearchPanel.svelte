<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import { findCommands, type Command } from '$core/search/commands';
  import { foundHref, foundWords, type Found } from '$core/search/found';
  import Emblem from '$ui/courses/Emblem.svelte';

  interface Props {
    person: { studies: boolean; teaches: boolean };
    ask: (typed: string) => Promise<Found[]>;
    /** What was typed before this field was there; a line's end stands for Enter. */
    take: () => string;
    close: () => void;
    shortcuts: () => void;
  }
  const { person, ask, take: takeEarly, close, shortcuts }: Props = $props();

  let dialog = $state<HTMLDialogElement>();
  let typed = $state('');
  let found = $state<Found[]>([]);
  let chosen = $state(0);
  let phase = $state<'idle' | 'asking' | 'failed'>('idle');

  /** What the page at hand can do. */
  const here = new Set<Command['does']>(document.querySelector('form[action="?/submit"]') ? ['submit'] : []);
  const commands = $derived(findCommands(typed, person, here));
  const count = $derived(commands.length + found.length);

  onMount(() => {
    dialog?.showModal();
    const [early = '', enter] = takeEarly().split('\n');
    typed = early;
    changed();
    if (enter !== undefined) void take(0);
  });

  /** Answers to an earlier keystroke must not replace those to a later one. */
  let latest = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  function changed() {
    chosen = 0;
    clearTimeout(timer);
    const no = ++latest;
    if (typed.trim() === '') {
      found = [];
      phase = 'idle';
      return;
    }
    phase = 'asking';
    timer = setTimeout(async () => {
      try {
        const answer = await ask(typed);
        if (no !== latest) return;
        found = answer;
        phase = 'idle';
      } catch {
        if (no === latest) phase = 'failed';
      }
    }, 80);
  }

  function pressed(event: KeyboardEvent) {
    if (event.key === 'ArrowDown') chosen = Math.min(count - 1, chosen + 1);
    else if (event.key === 'ArrowUp') chosen = Math.max(0, chosen - 1);
    else if (event.key === 'Enter') void take(chosen);
    else return;
    event.preventDefault();
  }

  async function take(index: number) {
    const command = commands[index];
    const one = found[index - commands.length];
    if (!command && !one) return;
    dialog?.close();
    if (command) perform(command);
    // A file is a download, not a page to go to.
    else if (one?.kind === 'piece') location.assign(foundHref(one));
    else if (one) await goto(foundHref(one));
  }

  function perform(command: Command) {
    if (command.href) void goto(command.href);
    else if (command.does === 'submit')
      document.querySelector<HTMLFormElement>('form[action="?/submit"]')?.querySelector('button')?.focus();
    else if (command.does === 'shortcuts') shortcuts();
    else
      document
        .querySelector<HTMLButtonElement>(
          `button[name=theme][value=${command.does === 'theme-night' ? 'night' : 'day'}]`
        )
        ?.click();
  }
</script>

<dialog
  bind:this={dialog}
  onclose={close}
  closedby="any"
  aria-label="Search"
  class="mx-auto mt-[8vh] w-[min(42rem,94vw)] rounded bg-base-100 text-base-content backdrop:bg-black/50"
>
  <input
    class="w-full border-b border-base-300 bg-transparent px-4 py-3 text-lg outline-none"
    type="text"
    role="combobox"
    aria-expanded={count > 0}
    aria-controls="search-found"
    aria-activedescendant={count > 0 ? `search-${chosen}` : undefined}
    aria-label="Search for pages, files, people and things to do"
    autocomplete="off"
    maxlength="120"
    bind:value={typed}
    oninput={changed}
    onkeydown={pressed}
  />
  <ul id="search-found" role="listbox" aria-label="Found" class="max-h-[60vh] overflow-y-auto">
    {#each commands as command, i (command.name)}
      <li id="search-{i}" role="option" aria-selected={chosen === i} class="aria-selected:bg-base-300">
        <button class="w-full px-4 py-2.5 text-left" tabindex="-1" onclick={() => take(i)}>
          {command.name} <span class="float-right text-sm opacity-85">Do it</span>
        </button>
      </li>
    {/each}
    {#each found as one, n (one.kind + one.id)}
      {@const i = n + commands.length}
      <li id="search-{i}" role="option" aria-selected={chosen === i} class="aria-selected:bg-base-300">
        <button class="flex w-full items-center gap-3 px-4 py-2 text-left" tabindex="-1" onclick={() => take(i)}>
          <Emblem emblem={one.emblem} />
          <span class="min-w-0 font-semibold">{one.title}</span>
          <span class="ml-auto text-right text-sm opacity-85">{foundWords(one.kind)} · {one.detail}</span>
        </button>
      </li>
    {/each}
  </ul>
  <p class="px-4 py-2.5 text-sm" role="status">
    {#if phase === 'failed'}The connection broke, so nothing could be looked up. Type again to try once more.
    {:else if typed.trim() === ''}Assignments, briefs, materials, notices, your files, people, and things to do.
    {:else if count === 0 && phase === 'idle'}Nothing that you may see is called that. Try fewer words.
    {:else}{count} found. Arrow keys choose, Enter opens.{/if}
  </p>
</dialog>
