import type { NodeViewRenderer } from '@tiptap/core';

/** An element with attributes, to put into another. */
export function element<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Record<string, string>,
  text = ''
): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) made.setAttribute(name, value);
  made.textContent = text;
  return made;
}

export type Given = Parameters<NodeViewRenderer>[0];

/** Sets a part of what is shown here. */
export function setPart({ editor, getPos }: Given, name: string, value: unknown): void {
  const at = getPos();
  if (at !== undefined) editor.view.dispatch(editor.state.tr.setNodeAttribute(at, name, value));
}
