import { cut } from '../cut';
import type { JSONContent } from '@tiptap/core';
import { Decimal } from '../decimal';
import type { Activity } from '../judging/credits';
import { walk } from './walk';

/** Activities of one page; a year has fewer. */
const MOST = 200;
const LONGEST_ABOUT = 160;

/** What a form claims hours for: its entries that have a field of hours, numbered as they stand. */
export function activitiesIn(page: JSONContent): Activity[] {
  const found = new Map<string, Activity>();
  walk(page, (node) => {
    if (node.type !== 'entries') return true;
    const { called = 'Entry', fields = [] } = (node.attrs ?? {}) as { called?: string; fields?: string[] };
    const typed = fields.map((field) => field.split(':') as [string, string | undefined]);
    const hours = typed.filter(([, type]) => type === 'hours').map(([name]) => name);
    if (hours.length === 0) return false;
    for (const [i, entry] of (node.content ?? []).entries()) {
      const { id, values = {} } = (entry.attrs ?? {}) as { id?: string; values?: Record<string, string> };
      const known = id || `${called} ${i + 1}`.toLowerCase().replace(/[^a-z0-9]+/g, '-');
      if (found.has(known) || found.size >= MOST) continue;
      const about = typed.flatMap(([name, type]) => (type === 'hours' ? [] : (values[name]?.trim() ?? '') || []));
      found.set(known, {
        id: known,
        title: `${called} ${i + 1}`,
        about: cut(about.join(', '), LONGEST_ABOUT),
        claimed: hours.reduce((sum, name) => sum.plus(number(values[name])), new Decimal(0)).toString()
      });
    }
    return false;
  });
  return [...found.values()];
}

const number = (text = '') =>
  new Decimal(/^\d{1,5}([.,]\d{1,2})?$/.test(text.trim()) ? text.trim().replace(',', '.') : 0);
