<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { act } from '$ui/forms/act';
  import { allowed } from '$core/packets/allowed';
  import type { Custody } from '$core/packets/custody';
  import { absolute } from '$core/time/words';

  interface Props {
    custody: Custody;
    formKey: string;
  }
  /** Work that has no pieces: read, done in class, in a shared place, or handed over in person. */
  const { custody, formKey }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const next = $derived(custody.rounds.length + 1);
  const mayBare = $derived(custody.pieces === 0 && allowed(custody, { do: 'submit', bare: true }, now).ok);
  const mayClaim = $derived(custody.pieces === 0 && allowed(custody, { do: 'claim-in-person', note: '' }, now).ok);
</script>

{#if custody.claimed}
  <div class="mt-4 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-4" role="status">
    <p class="font-semibold">You say that you handed this over in person.</p>
    <p>
      {absolute(custody.claimed.at, zone, now)}: “{custody.claimed.note}” Your teacher has the last word. Until then it
      is still with you.
    </p>
    <form method="post" action="?/withdrawClaim" use:act class="mt-2">
      <button class="btn btn-sm">Take that back</button>
    </form>
  </div>
{/if}
{#if mayBare || mayClaim}
  <details class="mt-4">
    <summary class="link cursor-pointer">There is nothing to add here</summary>
    <div class="mt-3 grid gap-4 md:grid-cols-2">
      {#if mayBare}
        <form
          method="post"
          action="?/submitBare"
          use:act
          class="grid content-start gap-2 rounded border border-base-300 bg-base-100 p-4"
        >
          <input type="hidden" name="key" value={formKey} />
          <h3 class="font-semibold">It is finished, without pieces</h3>
          <label class="text-sm"
            >Say how: read, done in class, in a shared place
            <textarea class="textarea mt-1 w-full" name="note" rows="2" maxlength="2000" required></textarea>
          </label>
          <label class="flex items-start gap-2 text-sm"
            ><input type="checkbox" class="checkbox mt-0.5 checkbox-sm" required /> I know that my teacher gets this note
            and no pieces</label
          >
          <button class="btn justify-self-start btn-sm">Submit round {next} without pieces</button>
        </form>
      {/if}
      {#if mayClaim}
        <form
          method="post"
          action="?/claimInPerson"
          use:act
          class="grid content-start gap-2 rounded border border-base-300 bg-base-100 p-4"
        >
          <h3 class="font-semibold">I handed this over in person</h3>
          <label class="text-sm"
            >Say when and where
            <textarea class="textarea mt-1 w-full" name="note" rows="2" maxlength="500" required></textarea>
          </label>
          <p class="text-sm">It waits for your teacher’s word. Until then it is still with you, and it stays due.</p>
          <button class="btn justify-self-start btn-sm">Tell my teacher</button>
        </form>
      {/if}
    </div>
  </details>
{/if}
