<script lang="ts">
  import { withEnding } from '$core/pieces/names';
  import { previewKind } from '$core/materials/preview';
  import { fileAddress, shapeAddress } from '$core/materials/source';
  import type { PieceView } from '$core/pieces/piece';
  import { bytesOf } from '$core/pieces/registry';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import CaptionsButton from '$ui/recordings/CaptionsButton.svelte';
  import type { Captioned } from '$ui/recordings/goal';

  interface Props {
    piece: PieceView;
    named: string | null;
    first: boolean;
    last: boolean;
  }
  /** What can be done to a piece besides taking it out: its name, its place among the others, a word beside it. */
  const { piece, named, first, last }: Props = $props();
  const captioned = $derived.by((): Captioned | null => {
    const bytes = bytesOf(piece);
    const kind = bytes && previewKind(bytes);
    if (!bytes || (kind !== 'sound' && kind !== 'film')) return null;
    const file = fileAddress('pieces', piece.id);
    const facts = bytes.facts?.made?.recording ?? null;
    const captions = bytes.captioned ? shapeAddress(file, 'captions') : null;
    return { pieceId: piece.id, name: piece.name, file, captions, film: facts?.film ?? kind === 'film', facts };
  });
  const wanted = $derived(named === null ? null : withEnding(named, piece.name));
</script>

<div class="my-2 grid gap-3 border-l-2 border-accent pl-3">
  <form method="post" action="?/renamePiece" use:act class="flex flex-wrap items-end gap-2">
    <input type="hidden" name="pieceId" value={piece.id} />
    <Field label="Name"
      ><input class="input w-72 max-w-full input-sm" name="name" value={piece.name} required maxlength="255" /></Field
    >
    <button class="btn btn-sm">Rename</button>
  </form>
  {#if wanted !== null && wanted !== piece.name}
    <form method="post" action="?/renamePiece" use:act>
      <input type="hidden" name="pieceId" value={piece.id} />
      <button class="btn btn-primary btn-sm" name="name" value={wanted}>Call it {wanted}, as the brief wants</button>
    </form>
  {/if}
  <form method="post" action="?/notePiece" use:act class="flex flex-wrap items-end gap-2">
    <input type="hidden" name="pieceId" value={piece.id} />
    <Field label="A word beside it" about="Your teacher reads it with the piece">
      <input class="input w-72 max-w-full input-sm" name="note" value={piece.note} maxlength="500" />
    </Field>
    <button class="btn btn-sm">Keep</button>
  </form>
  {#if captioned}<div><CaptionsButton goal={captioned} /></div>{/if}
  {#if !(first && last)}
    <form method="post" action="?/movePiece" use:act class="flex gap-2">
      <input type="hidden" name="pieceId" value={piece.id} />
      <button class="btn btn-sm" name="by" value="up" disabled={first} aria-label="Move {piece.name} up">Up</button>
      <button class="btn btn-sm" name="by" value="down" disabled={last} aria-label="Move {piece.name} down">Down</button
      >
    </form>
  {/if}
</div>
