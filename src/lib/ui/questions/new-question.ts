import type { Question } from '$core/questions/question';
import { newId } from '$ui/forms/new-id';

export const QUESTION_KINDS: ReadonlyArray<{ kind: Question['kind']; label: string }> = [
  { kind: 'choice', label: 'Choice' },
  { kind: 'text', label: 'Words' },
  { kind: 'number', label: 'Number' },
  { kind: 'match', label: 'Pairs' },
  { kind: 'order', label: 'Order' },
  { kind: 'spot', label: 'A place on a picture' }
];

/** A question as it begins: its teacher fills in the rest. */
export function newQuestion(kind: Question['kind']): Question {
  const base = { id: newId(), text: '', points: '1', optional: false, picture: null };
  switch (kind) {
    case 'choice':
      return { ...base, kind, options: [option(''), option('')], several: false, key: [] };
    case 'text':
      return { ...base, kind, long: false, key: [] };
    case 'number':
      return { ...base, kind, unit: '', key: null, tolerance: '0' };
    case 'match': {
      const [left, right] = [
        [option(''), option('')],
        [option(''), option('')]
      ];
      return {
        ...base,
        kind,
        left,
        right,
        key: Object.fromEntries(left.map((one, i) => [one.id, right[i]?.id ?? '']))
      };
    }
    case 'order':
      return { ...base, kind, items: [option(''), option('')], counted: true };
    case 'spot':
      return { ...base, kind, key: [] };
  }
}

export const option = (text: string) => ({ id: newId(), text });
