import type { NodeViewRenderer } from '@tiptap/core';
import { mount, unmount, type Component } from 'svelte';
import type { Node as PageNode } from '@tiptap/pm/model';

type Given = Parameters<NodeViewRenderer>[0];

/** A part of a page that is shown by a component, as it stands now. */
export class NodeModel {
  node = $state.raw<PageNode>() as PageNode;
  constructor(
    node: PageNode,
    private given: Given
  ) {
    this.node = node;
  }
  get editor() {
    return this.given.editor;
  }
  /** Where it stands; null where it was taken away. */
  get at(): number | null {
    return this.given.getPos() ?? null;
  }
  set(name: string, value: unknown): void {
    const { at } = this;
    if (at !== null) this.editor.view.dispatch(this.editor.state.tr.setNodeAttribute(at, name, value));
  }
}

/** Shows a part of a page by a component, which is fetched with the first of its kind. Keys and pointers in it are its own. */
export const componentView =
  (fetch: () => Promise<{ default: Component<{ model: NodeModel }> }>): NodeViewRenderer =>
  (given) => {
    const dom = document.createElement('div');
    dom.contentEditable = 'false';
    const model = new NodeModel(given.node, given);
    let shown: ReturnType<typeof mount> | null = null;
    let gone = false;
    fetch().then(
      ({ default: Shown }) => {
        if (!gone) shown = mount(Shown, { target: dom, props: { model } });
      },
      () => (dom.textContent = 'What shows this could not be fetched just now.')
    );
    return {
      dom,
      update(next) {
        if (next.type !== model.node.type) return false;
        model.node = next;
        return true;
      },
      stopEvent: () => true,
      ignoreMutation: () => true,
      destroy() {
        gone = true;
        if (shown) void unmount(shown);
      }
    };
  };
