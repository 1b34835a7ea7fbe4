<script lang="ts">
  import { wantsWords } from '$core/pieces/wants';
  import { placeAnchor } from '$core/pieces/places';
  import { fitProblem, takesKind } from '$core/pieces/fit';
  import { pieceRefusalWords } from '$core/pieces/refusals';
  import type { DeliverableView, UnderWay } from '$core/packets/views';
  import type { PieceView } from '$core/pieces/piece';
  import PlainLink from '$ui/links/PlainLink.svelte';
  import OwnSite from '$ui/links/OwnSite.svelte';
  import PieceList from '$ui/pieces/PieceList.svelte';
  import { WAYS, type Filling } from '$ui/pieces/ways';
  import Message from '$ui/primitives/Message.svelte';
  import ServedPart from '$ui/served/ServedPart.svelte';
  import { dropsOn, type Dropped } from '$ui/uploads/dropping';
  import LeftBehind from '$ui/uploads/LeftBehind.svelte';
  import OnItsWay from '$ui/uploads/OnItsWay.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import PlaceWays from './PlaceWays.svelte';

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
  let panel = $state<string | null>(null);
  let pasted = $state('');
  let hangs = $state(false);
  let problems = $state<string[]>([]);

  const takesLinks = $derived(takesKind('link', place.wants));
  const sending = $derived(
    uploads.items.filter(({ bound }) => bound.assignment === assignmentId && (bound.deliverable ?? null) === place.id)
  );
  const left = $derived(underWay.filter(({ id }) => !uploads.has(id)));
  const most = $derived(place.wants.howMany?.to ?? Infinity);
  const full = $derived(pieces.length >= most);
  const at = $derived<Filling>({ assignmentId, place, pieces, formKey, largest, full, pasted });
  const open = $derived(WAYS.find(({ key }) => key === panel));
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

  const close = () => (panel = null);
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
    <ServedPart
      part={PieceList}
      of={{
        pieces,
        from: 'pieces',
        editable,
        named: place.named,
        placeId: place.id,
        ownSite: place.wants.ownSite ? ownSite : null
      }}
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
    {#if takesLinks && !full}
      <noscript><PlainLink deliverableId={place.id} place={place.title} {formKey} /></noscript>
    {/if}
    <ServedPart
      part={PlaceWays}
      of={{
        at,
        replaces: instead.length > 0,
        panel,
        choose: (chosen: string | null) => (panel = chosen),
        take: (files: File[]) => take({ files, link: null })
      }}
    />
    {#each problems as problem (problem)}<Message kind="problem">{problem}</Message>{/each}
    {#if open}
      {#await open.panel() then { default: Panel }}
        <Panel {at} {close} />
      {:catch}
        <Message kind="problem">This could not be fetched just now. Close it and try again.</Message>
      {/await}
    {/if}
  {/if}
</li>
