<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { sizeText } from '$core/materials/size-text';
  import { withEnding } from '$core/pieces/names';
  import { LOOK_WORDS, LOOKS, type Look } from '$core/scans/sheet';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { ReadingText } from './read-text';
  import type { Developed } from '../../workers/scan';
  import type { Scan, Sheet } from './scan.svelte';
  import { pdfOf } from './scanner';
  import type { ScanGoal, Scanned } from './goal';

  interface Props {
    scan: Scan;
    goal: ScanGoal;
    /** It went where it was meant to go. */
    done: () => void;
  }
  /** Makes of the sheets what the place wants: one PDF, or a picture of each. */
  const { scan, goal, done }: Props = $props();

  let as = $state<'pdf' | 'pictures'>(untrack(() => (goal.takesPdf ? 'pdf' : 'pictures')));
  let name = $state(untrack(() => goal.name));
  let withText = $state(true);
  let reading = $state.raw<ReadingText | null>(null);
  let share = $state(0);
  let making = $state(false);
  let problem = $state('');
  onDestroy(() => reading?.cancel());

  const ready = $derived(scan.sheets.filter(({ developed }) => developed !== null));
  const troublesOf = (sheet: Sheet) => [...(scan.troubles[scan.sheets.indexOf(sheet)] ?? [])];
  const tooMuch = $derived(as === 'pdf' && scan.bytes > goal.largest);

  async function make() {
    problem = '';
    making = true;
    try {
      const refused = goal.take(as === 'pdf' ? [await pdf()] : pictures());
      if (refused === null) {
        await scan.letGo();
        done();
      } else problem = refused;
    } catch (error) {
      const cancelled = error instanceof Error && error.message === 'Cancelled.';
      problem = cancelled ? '' : 'It could not be made just now. The sheets are kept; try again.';
    } finally {
      making = false;
      reading = null;
    }
  }

  async function pdf(): Promise<Scanned> {
    const words = withText ? await readAll() : ready.map(() => []);
    const sheets = ready.map(({ developed }, i) => {
      const { image, size } = developed as Developed;
      return { image, size, words: words[i] ?? [] };
    });
    const title = name.trim() || goal.name;
    const file = new File([await pdfOf({ title, sheets })], withEnding(title, 'x.pdf'), { type: 'application/pdf' });
    return { file, facts: { sheets: ready.map(troublesOf) } };
  }

  async function readAll() {
    share = 0;
    const { readText } = await import('./read-text');
    reading = readText(
      ready.map(({ developed }) => (developed as Developed).shown),
      (part) => (share = part)
    );
    return reading.done;
  }

  function pictures(): Scanned[] {
    return ready.map((sheet, i) => {
      const { shown } = sheet.developed as Developed;
      const ending = shown.type === 'image/png' ? 'x.png' : 'x.jpg';
      const title = name.trim() || goal.name;
      const file = new File([shown], withEnding(ready.length > 1 ? `${title} ${i + 1}` : title, ending), {
        type: shown.type
      });
      return { file, facts: { sheets: [troublesOf(sheet)] } };
    });
  }
</script>

<section
  aria-label="Make it a piece"
  class="sticky bottom-0 -mx-4 grid gap-2 border-t border-base-300 bg-base-200 px-4 pt-3 pb-4 max-sm:static"
>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <label class="flex items-center gap-2"
      >All sheets
      <select
        class="select w-auto select-sm"
        value={scan.look}
        onchange={(event) => scan.lookLike(event.currentTarget.value as Look)}
      >
        {#each LOOKS as look (look)}<option value={look}>{LOOK_WORDS[look].toLowerCase()}</option>{/each}
      </select>
    </label>
    {#if goal.takesPdf && goal.takesPictures}
      <label class="flex items-center gap-2"
        >as
        <select class="select w-auto select-sm" bind:value={as}>
          <option value="pdf">one PDF</option>
          <option value="pictures">a picture of each</option>
        </select>
      </label>
    {/if}
    <p class="figures" role="status">
      {scan.sheets.length === 1 ? '1 sheet' : `${scan.sheets.length} sheets`}, {sizeText(scan.bytes)}{#if tooMuch}<b
          class="text-error">, more than the {sizeText(goal.largest)} that fit here</b
        >{/if}
    </p>
  </div>
  {#if as === 'pdf'}
    <label class="flex items-center gap-2">
      <input type="checkbox" class="checkbox checkbox-sm" bind:checked={withText} disabled={making} />
      <span
        >Read the writing, so that it can be searched. <span class="opacity-80"
          >Print is read well, handwriting only here and there.</span
        ></span
      >
    </label>
  {/if}
  {#if goal.pagesWanted !== null && scan.sheets.length < goal.pagesWanted}
    <p>
      {goal.pagesWanted} pages are wanted; {scan.sheets.length === 1 ? 'this is 1' : `these are ${scan.sheets.length}`}.
    </p>
  {/if}
  <div class="flex flex-wrap items-end gap-3">
    <Field label="Name"
      ><input
        class="input w-72 max-w-full input-sm"
        bind:value={name}
        maxlength="200"
        onkeydown={(event) => {
          // Within a form, the key would send that.
          if (event.key === 'Enter') event.preventDefault();
        }}
      /></Field
    >
    <button
      type="button"
      class="btn btn-primary"
      disabled={making || scan.busy || scan.failed.length > 0 || ready.length === 0 || tooMuch}
      onclick={() => void make()}>{goal.label}</button
    >
  </div>
  {#if reading}
    <div class="flex flex-wrap items-center gap-3">
      <progress class="progress w-56 progress-primary" value={share} max="1" aria-label="Reading the writing"
      ></progress>
      <span class="figures text-sm" role="status">{Math.round(share * 100)} % read</span>
      <button type="button" class="btn btn-sm" onclick={() => reading?.cancel()}>Stop reading</button>
    </div>
  {/if}
  {#if scan.failed.length > 0}
    <p>Sheet {scan.failed.join(', ')} could not be cut out. Take it again, or leave it out.</p>
  {/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
</section>
