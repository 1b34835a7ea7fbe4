<script module lang="ts">
  import type { Standing } from '$core/packets/custody';

  const TONES: Partial<Record<Standing, string>> = {
    'taken-back': 'text-error',
    settled: 'text-success',
    'another-round': 'text-base-content'
  };
</script>

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

  const said = $derived(reader === 'student' ? holdingWords(holding) : holdingWordsForTeacher(holding));
</script>

<span class="baton {TONES[holding.standing] ?? 'text-primary'}" class:baton-large={large}>
  <svg role={words ? undefined : 'img'} aria-hidden={words ? 'true' : undefined} aria-label={words ? undefined : said}>
    <use href="/batons.svg?{__VENDRO_VERSION__}#{batonName(drawBaton(holding))}" />
  </svg>
  {words ? said : ''}
</span>
