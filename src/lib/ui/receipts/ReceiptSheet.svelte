<script lang="ts">
  import { getZone } from '$ui/time/reader';
  import { addressText } from '$core/links/address';
  import { verdictText } from '$core/links/words';
  import { sizeText } from '$core/materials/size-text';
  import { receiptFacts, receivedWhat } from '$core/receipts/lines';
  import type { Receipt } from '$core/receipts/receipt';
  import { completeMoment } from '$core/time/words';

  interface Props {
    receipt: Receipt;
    /** Where the round lies. */
    assignmentId: string;
  }
  /** What the school says that it received. */
  const { receipt, assignmentId }: Props = $props();
  const zone = $derived.by(getZone());
  const moment = (at: number) => completeMoment(at, zone);
  const facts = $derived(receiptFacts(receipt, zone));
</script>

<article class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{assignmentId}#rounds">{receipt.assignment}</a></p>
  <p class="text-sm opacity-85">Receipt</p>
  <h1 class="figures page-title">{receipt.number}</h1>
  <p class="mt-1 text-lg">{receivedWhat(receipt)}</p>
  <p class="opacity-85">{receipt.course} · {receipt.student}</p>
  <dl class="my-5 grid gap-x-8 gap-y-3 border-y border-base-300 py-4 sm:grid-cols-2">
    {#each facts as [term, said] (term)}
      <div>
        <dt class="text-sm opacity-85">{term}</dt>
        <dd class="figures font-semibold">{said}</dd>
      </div>
    {/each}
  </dl>
  <h2 class="mb-2 text-xl font-semibold">What was received</h2>
  {#if receipt.pieces.length === 0}<p>Declared finished, without pieces.</p>{/if}
  <ul class="divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
    {#each receipt.pieces as piece, i (i)}
      <li class="py-2">
        <p class="flex flex-wrap gap-x-3">
          <span class="font-medium wrap-anywhere">{piece.name}</span>
          <span class="text-sm opacity-85">{piece.place ?? 'Also'}</span>
          {#if piece.size !== undefined}<span class="figures ml-auto text-sm">{sizeText(piece.size)}</span>{/if}
        </p>
        {#if piece.url !== undefined}
          <p class="text-sm wrap-anywhere">
            {addressText(piece.url)}{#if piece.verdict}. {verdictText(piece.verdict)}{piece.lookedAt
                ? ` on ${moment(piece.lookedAt)}`
                : ''}{/if}
          </p>
        {/if}
        {#if piece.sha256 !== undefined}
          <p class="font-mono text-xs wrap-anywhere opacity-85">SHA-256 {piece.sha256}</p>
        {/if}
      </li>
    {/each}
  </ul>
  <h2 class="mt-6 mb-2 text-xl font-semibold">Keep it</h2>
  <div class="flex flex-wrap gap-2">
    <a class="btn btn-primary" href="/receipts/{receipt.number}/bag" data-sveltekit-reload>Everything, as a ZIP</a>
    <a class="btn" href="/receipts/{receipt.number}/pdf" data-sveltekit-reload>As a PDF</a>
    <a class="btn" href="/receipts/{receipt.number}/jws" data-sveltekit-reload>The signed receipt alone</a>
  </div>
  <p class="mt-3 max-w-prose text-sm opacity-85">
    The ZIP is a bag (BagIt): every file as it was received, with its hashes and the signed receipt. Anyone can
    <a class="link" href="/verify">verify it</a>, here or with the keys at
    <a class="link" href="/.well-known/jwks.json" data-sveltekit-reload>jwks.json</a>.
  </p>
</article>
