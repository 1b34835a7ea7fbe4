<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { page } from '$app/state';
  import { sizeText } from '$core/materials/size-text';
  import { readersWords, sendWords, type Readers } from '$core/threads/readers';
  import type { About, PostView, SaidWhere } from '$core/threads/views';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import type { ScanGoal } from '$ui/scans/goal';
  import ScanButton from '$ui/scans/ScanButton.svelte';
  import type { RecordingGoal } from '$ui/recordings/goal';
  import RecordButton from '$ui/recordings/RecordButton.svelte';
  import IconButton from '$ui/forms/IconButton.svelte';
  import AttachFromShelf from './AttachFromShelf.svelte';
  import RichField from './RichField.svelte';
  import { saidForm } from './said-form';

  interface Props {
    readers: Readers;
    where: SaidWhere;
    /** The student of an aside, where a teacher writes. */
    studentId: string | null;
    /** What can be pointed at. */
    points: readonly About[];
    /** What is being answered. */
    answering?: PostView | null;
    leave?: () => void;
  }
  /** A place to say something. Who reads it stands above the field and on the button, so that neither is taken for the other. */
  const { readers, where, studentId, points, answering = null, leave = () => undefined }: Props = $props();
  /** A message is no lecture: seconds of what is recorded beside it. */
  const LONGEST = 300;
  const id = $props.id();
  const scripted = whenScripted();
  // What was chosen before the scripts came goes on in the list that they draw.
  onMount(() => hold([...(input?.files ?? [])]));
  let html = $state('');
  let busy = $state(false);
  let problem = $state('');
  let told = $state('');
  let field = $state<ReturnType<typeof RichField>>();
  let input = $state<HTMLInputElement>();
  let files = $state.raw<File[]>([]);
  /** Files of the Shelf that go with it: their bytes are there already. */
  let kept = $state.raw<Array<{ id: string; name: string }>>([]);
  let picking = $state(false);
  const label = $derived(
    readers.to === 'floor'
      ? 'Say it to everyone'
      : readers.student === null
        ? 'Ask your teacher'
        : `Write to ${readers.student}`
  );

  /** The form's own field holds them, so that it is sent as any other form. */
  function hold(next: File[]) {
    files = next;
    const list = new DataTransfer();
    next.forEach((file) => list.items.add(file));
    if (input) input.files = list.files;
  }
  const said = $derived(`said ${readers.to} ${studentId ?? ''} ${Object.values(where).join(' ')}`);
  const recording = $derived<RecordingGoal>({
    title: 'this message',
    where: said,
    name: 'Voice',
    shows: ['voice', 'camera', 'screen'],
    shortest: null,
    longest: LONGEST,
    label: 'Put it beside the message',
    along: null,
    noted: false,
    take({ file }) {
      hold([...files, file]);
      return null;
    }
  });
  const sheets = $derived<ScanGoal>({
    title: 'this message',
    where: said,
    name: 'Sheets',
    takesPdf: true,
    takesPictures: true,
    pagesWanted: null,
    largest: Number.MAX_SAFE_INTEGER,
    label: 'Put it beside the message',
    take(made) {
      hold([...files, ...made.map(({ file }) => file)]);
      return null;
    }
  });
  /** Goes on writing, with what is quoted behind what was written. */
  export function goOn(quoted: PostView | null) {
    if (quoted) void field?.add(`<blockquote>${quoted.html}</blockquote><p></p>`);
    else field?.focus();
  }
  /** What is on its way: whoever is quick writes the next before the answer has come, and keeps it. */
  let sent: { turns: number | undefined; answering: PostView | null } | null = null;
  function send(on: boolean) {
    busy = on;
    if (on) [sent, told] = [{ turns: field?.typed(), answering }, ''];
  }
  function done(words: string) {
    told = words;
    if (sent?.turns === field?.typed()) field?.clear();
    hold([]);
    kept = [];
    if (sent?.answering === answering) leave();
  }
</script>

<form
  method="post"
  action="/said?/say"
  enctype="multipart/form-data"
  class="grid gap-2"
  use:saidForm={{ busy: send, problem: (words) => (problem = words), done }}
>
  <input type="hidden" name="to" value={readers.to} />
  <input type="hidden" name="back" value={page.url.pathname + page.url.search} />
  {#each Object.entries(where) as [name, value] (name)}<input type="hidden" {name} {value} />{/each}
  {#if studentId}<input type="hidden" name="studentId" value={studentId} />{/if}
  <p id="{id}-who" class="flex items-center gap-2 text-sm font-medium">
    {#if readers.to === 'floor'}
      <Icon name="users-round" />
    {:else}
      <Icon name="lock" />
    {/if}
    {readersWords(readers)}
  </p>
  {#if answering}
    <p class="flex flex-wrap items-center gap-x-3 text-sm">
      Your answer to {answering.by}
      <button type="button" class="link" onclick={leave}>Say it apart from that</button>
      <input type="hidden" name="answersTo" value={answering.id} />
    </p>
  {/if}
  <RichField bind:this={field} bind:html {label} describedBy="{id}-who" />
  <input type="hidden" name="html" value={html} />
  {#if points.length > 0}
    <label class="text-sm"
      >About
      <select class="select ml-1 w-auto max-w-full select-sm" name="about">
        <option value="">the whole of it</option>
        {#each points as point (`${point.kind} ${point.id}`)}
          <option value={JSON.stringify(point)}>{point.name}</option>
        {/each}
      </select>
    </label>
  {/if}
  {#if kept.length > 0}<input type="hidden" name="shelfFiles" value={kept.map(({ id: one }) => one).join(' ')} />{/if}
  {#each kept as file (file.id)}
    <p class="flex items-center gap-2 text-sm">
      <Icon name="library" size={16} />
      <span class="wrap-anywhere">{file.name}</span>
      <IconButton icon="x" label="Leave {file.name} out" onclick={() => (kept = kept.filter((one) => one !== file))} />
    </p>
  {/each}
  {#if picking}
    <AttachFromShelf
      add={(file) => {
        if (!kept.some((one) => one.id === file.id)) kept = [...kept, file].slice(0, 10);
        picking = false;
      }}
      close={() => (picking = false)}
    />
  {/if}
  {#each files as file, i (i)}
    <p class="flex items-center gap-2 text-sm">
      <Icon name="paperclip" size={16} />
      <span class="wrap-anywhere">{file.name}</span> <span class="figures opacity-80">{sizeText(file.size)}</span>
      <button
        type="button"
        class="grid size-8 place-items-center rounded hover:bg-base-200"
        aria-label="Leave {file.name} out"
        onclick={() => hold(files.filter((one) => one !== file))}><Icon name="x" size={16} /></button
      >
    </p>
  {/each}
  {#if readers.to === 'floor' && (files.length > 0 || kept.length > 0)}
    <label class="flex items-center gap-2 text-sm"
      ><input type="checkbox" class="checkbox checkbox-sm" name="spots" value="kept" /> Leave in where pictures and films
      were taken</label
    >
  {/if}
  {#if told}<p role="status" class="text-sm">{told}</p>{/if}
  {#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
  <div class="flex flex-wrap items-center gap-2">
    <button class="btn btn-sm {readers.to === 'aside' ? 'btn-primary' : ''}" disabled={busy}
      >{busy ? 'Sending…' : sendWords(readers)}</button
    >
    <!-- One field before the scripts come as after, so that nothing moves under the pointer then (static/without-scripts.css). -->
    <input
      id="{id}-files"
      bind:this={input}
      type="file"
      name="files"
      multiple
      class="plain-file peer sr-only"
      aria-label="Attach files"
      onchange={(event) => hold([...files, ...(event.currentTarget.files ?? [])])}
    />
    <label
      for="{id}-files"
      class="needs-scripts btn btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-accent"
    >
      <Icon name="paperclip" size={16} /> Attach
    </label>
    <button
      type="button"
      class="btn btn-sm"
      disabled={!scripted.yes}
      aria-expanded={picking}
      onclick={() => (picking = !picking)}
    >
      <Icon name="library" size={16} /> From the Shelf
    </button>
    <ScanButton goal={sheets} />
    <RecordButton goal={recording} />
  </div>
</form>
