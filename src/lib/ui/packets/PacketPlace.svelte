<script lang="ts">
  import { Combine, Link, Library } from '@lucide/svelte';
  import { wantsWords } from '$core/assignments/wants';
  import { placeAnchor } from '$core/packets/places';
  import { fitProblem } from '$core/packets/fit';
  import { pieceRefusalWords } from '$core/packets/piece-rules';
  import type { DeliverableView, FilePiece, PieceView, UnderWay } from '$core/packets/views';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import AddLink from '$ui/links/AddLink.svelte';
  import OwnSite from '$ui/links/OwnSite.svelte';
  import PickFromShelf from '$ui/shelf/PickFromShelf.svelte';
  import CombinePieces from '$ui/combine/CombinePieces.svelte';
  import Message from '$ui/shell/Message.svelte';
  import { dropsOn, type Dropped } from '$ui/uploads/dropping';
  import LeftBehind from '$ui/uploads/LeftBehind.svelte';
  import OnItsWay from '$ui/uploads/OnItsWay.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import AddFiles from './AddFiles.svelte';
  import PieceList from './PieceList.svelte';

  interface Props {
    assignmentId: string;
    place: Omit<DeliverableView, 'id'> & { id: string | null };
    pieces: readonly PieceView[];
    underWay: readonly UnderWay[];
    editable: boolean;
    formKey: string;
    /** Most bytes that a file may have here. */
    largest: number;
    ownSite: string | null;
    /** The pointer or the focus has come into it. */
    onnear: () => void;
  }
  /** One place of the packet: what is wanted, what lies in it, what is on its way, and the ways to fill it. */
  const { assignmentId, place, pieces, underWay, editable, formKey, largest, ownSite, onnear }: Props = $props();

  const uploads = getUploads();
  const scripted = whenScripted();
  let panel = $state<'shelf' | 'link' | 'combine' | null>(null);
  let pasted = $state('');
  let hangs = $state(false);
  let problems = $state<string[]>([]);

  const kinds = $derived(place.wants.kinds ?? []);
  const takesFiles = $derived(kinds.length === 0 || kinds.some((kind) => kind !== 'link'));
  const takesLinks = $derived(kinds.length === 0 || kinds.includes('link'));
  const sending = $derived(
    uploads.items.filter(({ bound }) => bound.assignment === assignmentId && (bound.deliverable ?? null) === place.id)
  );
  const left = $derived(underWay.filter(({ id }) => !uploads.has(id)));
  const mergeable = $derived(
    pieces.filter(
      (piece): piece is FilePiece => piece.kind === 'file' && /^(image\/|application\/pdf)/.test(piece.mediaType)
    )
  );

  const most = $derived(place.wants.howMany?.to ?? Infinity);
  const full = $derived(pieces.length >= most);
  /** Where a place takes one piece, another one takes its place; where it takes several, one has to leave first. */
  const instead = $derived(full && most === 1 ? pieces.map(({ id }) => id) : []);

  /** Takes what was chosen, dropped or pasted. What can never be taken is said before a byte leaves. */
  export function take({ files, link }: Dropped) {
    problems = [];
    const fit: File[] = [];
    for (const file of files) {
      const coming = sending.filter(({ state }) => state !== 'refused').length + fit.length;
      const already = pieces.length - instead.length + coming;
      const why = fitProblem({ kind: 'file', name: file.name, size: file.size }, place.wants, already, largest);
      if (why) problems.push(`${file.name}: ${pieceRefusalWords(why, largest, place.wants.types)}`);
      else fit.push(file);
    }
    const bound = { assignment: assignmentId, deliverable: place.id, ...(instead.length > 0 && { instead }) };
    if (fit.length > 0) uploads.add(fit, bound, largest, [...underWay]);
    if (link !== null && takesLinks) {
      pasted = link;
      panel = 'link';
    } else if (link !== null) problems.push(pieceRefusalWords('no-links-here', largest));
  }

  const toggle = (what: NonNullable<typeof panel>) => (panel = panel === what ? null : what);
</script>

<li
  id={placeAnchor(place.id)}
  tabindex="-1"
  class="scroll-mt-6 rounded border border-l-4 bg-base-100 p-4 {hangs
    ? 'border-dashed border-primary'
    : 'border-base-300'} {hangs
    ? ''
    : pieces.length > 0
      ? 'border-l-success'
      : place.optional
        ? ''
        : 'border-l-accent'}"
  onpointerenter={onnear}
  onfocusin={onnear}
  {@attach editable && dropsOn(take, (over) => (hangs = over))}
>
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h3 class="text-lg font-semibold">{place.title}</h3>
    <span class="text-sm opacity-80">
      {#if pieces.length > 0}{pieces.length === 1
          ? 'Filled'
          : `${pieces.length} pieces`}{:else if place.optional}Optional{:else}Empty{/if}
    </span>
    {#if hangs}<span class="text-sm font-semibold text-primary">Let go to add it here</span>{/if}
  </div>
  {#if place.ask}<p class="mb-1 opacity-90">{place.ask}</p>{/if}
  {#if wantsWords(place.wants).length > 0}
    <p class="mb-1 text-sm"><b>Wanted:</b> {wantsWords(place.wants, place.named).join('; ')}</p>
  {/if}
  {#if place.wants.ownSite && editable}<OwnSite site={ownSite} />{/if}
  {#if pieces.length > 0 || editable}
    <PieceList
      {pieces}
      from="pieces"
      {editable}
      named={place.named}
      placeId={place.id}
      ownSite={place.wants.ownSite ? ownSite : null}
    />
  {/if}
  {#if sending.length + left.length > 0}
    <h4 class="mt-2 text-sm font-semibold">On its way here, not in the packet yet</h4>
    <ul class="divide-y divide-base-300">
      {#each sending as item (item.key)}<OnItsWay {item} />{/each}
      {#each left as upload (upload.id)}
        <LeftBehind {upload} goOn={(files) => take({ files, link: null })} />
      {/each}
    </ul>
  {/if}
  {#if editable}
    {#if full && most > 1}<p class="mt-2 text-sm">
        It holds the {most} that it takes. To add another, remove one first.
      </p>{/if}
    <div class="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1">
      {#if takesFiles && (!full || instead.length > 0)}
        <AddFiles
          replaces={instead.length > 0}
          deliverableId={place.id}
          place={place.title}
          wants={place.wants}
          {formKey}
          {largest}
          take={(files) => take({ files, link: null })}
        />
      {/if}
      {#if takesFiles && !full}
        <button
          type="button"
          class="btn order-3 btn-sm"
          disabled={!scripted.yes}
          aria-expanded={panel === 'shelf'}
          onclick={() => toggle('shelf')}
        >
          <Library size={18} strokeWidth={1.75} aria-hidden="true" /> From the Shelf
          <span class="sr-only">into {place.title}</span>
        </button>
      {/if}
      {#if takesLinks && !full}
        <button
          type="button"
          class="btn order-3 btn-sm"
          disabled={!scripted.yes}
          aria-expanded={panel === 'link'}
          onclick={() => toggle('link')}
        >
          <Link size={18} strokeWidth={1.75} aria-hidden="true" /> A link
          <span class="sr-only">into {place.title}</span>
        </button>
      {/if}
      {#if mergeable.length > 0}
        <button
          type="button"
          class="btn order-3 btn-sm"
          disabled={!scripted.yes}
          aria-expanded={panel === 'combine'}
          onclick={() => toggle('combine')}
        >
          <Combine size={18} strokeWidth={1.75} aria-hidden="true" /> Combine or shrink
          <span class="sr-only">what lies in {place.title}</span>
        </button>
      {/if}
    </div>
    {#each problems as problem (problem)}<Message kind="problem">{problem}</Message>{/each}
    {#if panel === 'shelf'}
      <PickFromShelf deliverableId={place.id} place={place.title} {formKey} close={() => (panel = null)} />
    {:else if panel === 'link'}
      <AddLink deliverableId={place.id} place={place.title} {formKey} {pasted} close={() => (panel = null)} />
    {:else if panel === 'combine'}
      <CombinePieces {assignmentId} {place} pieces={mergeable} {largest} close={() => (panel = null)} />
    {/if}
  {/if}
</li>
