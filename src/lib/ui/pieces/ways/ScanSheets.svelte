<script lang="ts">
  import { fitProblem } from '$core/pieces/fit';
  import { pieceRefusalWords } from '$core/pieces/refusals';
  import type { ScanGoal, Scanned } from '$ui/scans/goal';
  import Scanner from '$ui/scans/Scanner.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import { takesTypes } from '$core/pieces/takes-types';
  import type { Filling } from '../ways';

  const { at, close }: { at: Filling; close: () => void } = $props();
  const uploads = getUploads();

  const goal = $derived<ScanGoal>({
    title: at.place.title,
    where: `place ${at.assignmentId} ${at.place.id ?? ''}`,
    name: at.place.named ?? at.place.title,
    takesPdf: takesTypes(at.place.wants, ['pdf']),
    takesPictures: takesTypes(at.place.wants, ['jpg', 'jpeg', 'png']),
    pagesWanted: at.place.wants.pages?.from ?? null,
    largest: Math.min(at.largest, at.place.wants.bytes ?? Infinity),
    label: 'Put it into the packet',
    take
  });

  function take(made: readonly Scanned[]): string | null {
    const { place, pieces, largest, assignmentId } = at;
    for (const [i, { file }] of made.entries()) {
      const why = fitProblem(
        { kind: 'scan', name: file.name, size: file.size },
        place.wants,
        pieces.length + i,
        largest
      );
      if (why) return pieceRefusalWords(why, largest, place.wants.types);
    }
    const bound = { assignment: assignmentId, deliverable: place.id, came: 'scanned' as const };
    for (const { file, facts } of made) uploads.add([file], { ...bound, made: { scan: facts } }, largest);
    return null;
  }
</script>

<Scanner {goal} {close} />
