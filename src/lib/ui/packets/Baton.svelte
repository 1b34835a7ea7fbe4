<script lang="ts">
  import type { Holding } from '$core/packets/custody';
  import { holdingWords, holdingWordsForTeacher } from '$core/packets/words';
  import { batonName, drawBaton } from './baton';

  interface Props {
    holding: Pick<Holding, 'holder' | 'standing' | 'lastMove' | 'settledBy'>;
    /** From whose side the words are said. */
    reader?: 'student' | 'teacher';
    /** With words beside the glyph; without, they are its text equivalent. */
    words?: boolean;
    large?: boolean;
  }
  const { holding, reader = 'student', words = true, large = false }: Props = $props();

  const drawing = $derived(batonName(drawBaton(holding)));
  const said = $derived(reader === 'student' ? holdingWords(holding) : holdingWordsForTeacher(holding));
  const tone = $derived(
    holding.standing === 'taken-back'
      ? 'text-error'
      : holding.standing === 'settled'
        ? 'text-success'
        : holding.standing === 'another-round'
          ? 'text-base-content'
          : 'text-primary'
  );
</script>

<span class="baton {tone}" class:baton-large={large}>
  <svg role={words ? undefined : 'img'} aria-hidden={words ? 'true' : undefined} aria-label={words ? undefined : said}>
    <use href="/batons.svg?{__VENDRO_VERSION__}#{drawing}" />
  </svg>
  {words ? said : ''}
</span>
