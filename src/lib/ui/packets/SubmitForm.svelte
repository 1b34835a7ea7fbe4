<script lang="ts">
  import { reach } from '$ui/forms/reach';
  import { tick } from 'svelte';
  import { applyAction } from '$app/forms';
  import type { Found } from '$core/checks/check';
  import { invalidateAll } from '$app/navigation';
  import CheckSheet from '$ui/checks/CheckSheet.svelte';
  import { act, UNREACHED } from '$ui/forms/act';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import type { Sealable } from '$ui/uploads/uploads.svelte';

  interface Props {
    /** What happens: "Submit round 1 of 3: 4 pieces". */
    submits: string;
    formKey: string;
    found: readonly Found[];
    teachers: readonly string[];
    /** Files that are on their way from here, with what they are; null where nothing can be sealed. */
    seal: (() => Promise<Sealable[] | null>) | null;
    /** Some links were not looked at within the last minutes. */
    linksOld: boolean;
  }
  /** The one action of the foot bar. Where something is open, the sheet that lists it comes first. */
  const { submits, formKey, found, teachers, seal, linksOld }: Props = $props();
  let busy = $state(false);
  let reading = $state(false);
  let coming = $state('');
  const scripted = whenScripted();
  let sheet = $state<ReturnType<typeof CheckSheet>>();
  let form = $state<HTMLFormElement>();
  const first = $derived(scripted.yes && found.length > 0);
  const stopped = $derived(found.some((finding) => finding.stops));
  const direct = $derived(!scripted.yes || (!first && seal === null && !linksOld));
  let looking = $state(false);
  /** A page that does not answer must not hold a submit up for longer, in milliseconds. */
  const PATIENCE = 12_000;
  const UNREADABLE = 'A file can no longer be read here. Take it off the list, or choose it again.';

  /** What the links lead to is looked at once more; what that finds stands on the sheet. */
  async function begin() {
    if (linksOld) {
      looking = true;
      const headers = { 'x-sveltekit-action': 'true' };
      await Promise.race([
        reach('?/lookAtLinks', { method: 'POST', body: new FormData(), headers }).catch(() => null),
        new Promise((resolve) => setTimeout(resolve, PATIENCE))
      ]);
      await invalidateAll();
      looking = false;
    }
    if (found.length > 0) sheet?.open();
    else await go();
  }

  export function open() {
    sheet?.open();
  }

  /** Bytes under way are sealed: what they are is read here, and the server waits for exactly that. */
  async function go() {
    coming = '';
    if (seal !== null) {
      reading = true;
      // What reads is fetched from the server, which may be away just now.
      const files = await seal().catch(() => undefined);
      reading = false;
      if (!files) {
        const problem = files === null ? UNREADABLE : UNREACHED.data.problem;
        return applyAction({ ...UNREACHED, data: { problem } });
      }
      if (files.length > 0) coming = JSON.stringify(files);
    }
    // The form's fields are written before it is sent.
    await tick();
    form?.requestSubmit();
  }
</script>

<form
  bind:this={form}
  id="submit-round"
  method="post"
  action={coming === '' ? '?/submit' : '?/seal'}
  use:act={(on) => (busy = on)}
>
  <input type="hidden" name="key" value={formKey} />
  {#if coming !== ''}<input type="hidden" name="coming" value={coming} />{/if}
  <button
    type={direct ? 'submit' : 'button'}
    class="btn btn-primary"
    disabled={busy || reading || looking}
    onclick={direct ? undefined : () => void begin()}
    >{looking ? 'Looking at your links once more…' : reading ? 'Reading the files…' : submits}</button
  >
</form>
<CheckSheet bind:this={sheet} {found} {submits} {stopped} {teachers} onsubmit={() => void go()} />
