import { XmlBudget } from '../parsing/xml-budget';

/** What is written once is cleaned at each showing: it has no more elements than that takes a moment for. */
const MOST_ELEMENTS = 20_000;
const DEEPEST = 60;

/** @throws TooCostly where HTML has more elements, or deeper ones, than can be shown again and again */
export function checkShowable(html: string): void {
  new XmlBudget(MOST_ELEMENTS, DEEPEST).take(Buffer.from(html));
}
