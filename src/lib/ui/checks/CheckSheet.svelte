<script lang="ts">
  import type { Finding, Found } from '$core/checks/check';
  import { anchorOf } from '$core/checks/words';

  interface Props {
    found: readonly Found[];
    /** What would happen: "Submit round 1: 2 pieces". */
    submits: string;
    /** Something of it keeps them from submitting: the teacher made it strict. */
    stopped: boolean;
    teachers: readonly string[];
    /** Submits in spite of what was found. */
    onsubmit: () => void;
  }
  /** What a student should look at before they submit, with a jump to each. Only what the teacher made strict stops. */
  const { found, submits, stopped, teachers, onsubmit }: Props = $props();
  let sheet: HTMLDialogElement;

  export function open() {
    sheet.showModal();
  }

  /** Closes first: what stands behind an open sheet cannot be focused. */
  function jump(event: MouseEvent, finding: Finding) {
    event.preventDefault();
    sheet.close();
    const target = document.getElementById(anchorOf(finding));
    target?.scrollIntoView({ block: 'start' });
    target?.focus({ preventScroll: true });
  }
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="sheet-title"
  class="m-auto w-full max-w-xl rounded border border-base-300 bg-base-100 p-6 text-base-content backdrop:bg-black/50"
>
  <h2 id="sheet-title" class="mb-1 text-xl font-semibold">Before you submit</h2>
  <p class="mb-3">
    {stopped
      ? `What is marked has to be put right first. If you cannot, ask ${teachers.join(' or ')}: only they can lift it.`
      : 'None of this keeps you from submitting. Look at each, or submit knowingly.'}
  </p>
  <ul class="mb-5 divide-y divide-base-300 border-y border-base-300">
    {#each found as finding, i (i)}
      <li class="flex items-start gap-3 py-2">
        <span class="min-w-0 flex-1 wrap-anywhere"
          >{#if finding.stops}<strong class="text-error">Has to be put right: </strong>{/if}{finding.words}</span
        >
        <a class="shrink-0 link py-0.5 text-sm" href="#{anchorOf(finding)}" onclick={(event) => jump(event, finding)}
          >Go there<span class="sr-only"> to {finding.words}</span></a
        >
      </li>
    {/each}
  </ul>
  <div class="flex flex-wrap justify-end gap-2">
    <button type="button" class="btn" onclick={() => sheet.close()}>Back to the packet</button>
    {#if stopped}
      <a class="btn" href="#ask" onclick={() => sheet.close()}>Ask {teachers.join(' or ')}</a>
    {:else}
      <button
        type="button"
        class="btn btn-primary"
        onclick={() => {
          sheet.close();
          onsubmit();
        }}>{submits}, all the same</button
      >
    {/if}
  </div>
</dialog>
