<script lang="ts">
  import { receivedWhat } from '$core/receipts/lines';
  import Icon from '$ui/icons/Icon.svelte';
  import type { JSONWebKeySet } from 'jose';
  import { bagVerdictWords, pieceStateWords } from '$core/receipts/verdict';
  import { completeMoment } from '$core/time/words';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { dropsOn } from '$ui/uploads/dropping';
  import { verify, type Verified } from './verify';

  /** For anyone: is this receipt, or this bag, what the school signed? The files never leave the browser. */
  const { keys }: { keys: JSONWebKeySet } = $props();
  const scripted = whenScripted();
  const id = $props.id();
  let name = $state('');
  let found = $state<Verified | null>(null);
  let reading = $state(false);
  let hangs = $state(false);

  const WHY = {
    unreadable: 'This is no file that can be read. Download it again where you have it from.',
    'no-receipt':
      'There is no signed receipt in it. Choose the PDF or the ZIP of a receipt, or the file that ends with .jws.',
    signature: 'The signature does not hold: this receipt was altered, or another school issued it.',
    'plain-differs':
      'The receipt that can be read in it (receipt.json) does not say what the school signed: somebody changed it.'
  };

  async function take(files: readonly File[]) {
    const [file] = files;
    if (!file) return;
    name = file.name;
    found = null;
    reading = true;
    found = await verify(file, keys).catch((): Verified => ({ ok: false, why: 'unreadable' }));
    reading = false;
  }
</script>

<div class="mx-auto max-w-3xl px-4 pt-8 pb-16">
  <h1 class="mb-2 page-title">Verify a receipt</h1>
  <p class="mb-5 max-w-prose opacity-90">
    Choose the ZIP of a receipt, or its signed file alone. It is read here in your browser and goes nowhere; once this
    page is open, it works without a network.
  </p>
  <div
    class="rounded border border-dashed p-8 text-center {hangs ? 'border-primary bg-base-200' : 'border-base-300'}"
    {@attach dropsOn(
      ({ files }) => void take(files),
      (over) => (hangs = over)
    )}
  >
    <input
      {id}
      type="file"
      class="peer sr-only"
      disabled={!scripted.yes}
      onchange={(event) => {
        void take([...(event.currentTarget.files ?? [])]);
        event.currentTarget.value = '';
      }}
    />
    <label for={id} class="btn btn-primary peer-focus-visible:outline-3 peer-focus-visible:outline-accent"
      >Choose a receipt or a ZIP</label
    >
    <p class="mt-2 text-sm opacity-85">or drop it here</p>
  </div>
  <div aria-live="polite" class="mt-6">
    {#if reading}<p>Reading {name} …</p>{/if}
    {#if found && !found.ok}
      <Message kind="problem">{name}: {WHY[found.why]}</Message>
    {:else if found?.ok}
      {@const { receipt, pieces } = found}
      {@const sound = pieces === null || pieces.every(({ state }) => state === 'sound')}
      <p class="flex items-center gap-2 text-lg font-semibold">
        {#if sound}<Icon name="circle-check" size={24} class="text-success" />
        {:else}<Icon name="triangle-alert" size={24} class="text-error" />{/if}
        {pieces === null ? 'The signature holds.' : bagVerdictWords(pieces)}
      </p>
      <p class="figures mt-2">
        Receipt {receipt.number}: {receivedWhat(receipt)}, of {receipt.student} in {receipt.course}. Received {completeMoment(
          receipt.receivedAt,
          receipt.zone
        )}.
      </p>
      {#if pieces}
        <ul class="mt-4 divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
          {#each pieces as piece (piece.path)}
            <li class="flex flex-wrap gap-x-4 py-2">
              <span class="min-w-0 flex-1 wrap-anywhere">{piece.path.replace(/^data\//, '')}</span>
              <b class={piece.state === 'sound' ? '' : 'text-error'}>{pieceStateWords[piece.state]}</b>
            </li>
          {/each}
        </ul>
      {/if}
    {/if}
  </div>
</div>
