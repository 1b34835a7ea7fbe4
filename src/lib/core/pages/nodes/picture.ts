import { cut } from '../../cut';
import { Image } from '@tiptap/extension-image';
import { PICTURE } from '../picture-name';

/**
 * A picture that lies beside its page. Its address within the page is the one by which it travels with it; nothing else is
 * shown.
 *
 * `base`: where the browser finds the folder of pictures.
 */
export const Picture = Image.extend<{ base: string }>({
  addOptions: () => ({
    base: '',
    inline: false,
    allowBase64: false,
    HTMLAttributes: { loading: 'lazy', decoding: 'async' },
    resize: false
  }),
  addAttributes() {
    const { base } = this.options;
    return {
      src: {
        default: '',
        parseHTML: (element: HTMLElement) => pictureIn(element.getAttribute('src') ?? ''),
        renderHTML: ({ src }: Record<string, unknown>) => {
          const name = typeof src === 'string' ? src : '';
          return { src: PICTURE.test(name) ? `${base}${name}` : '' };
        }
      },
      alt: { default: '', parseHTML: (element: HTMLElement) => cut(element.getAttribute('alt') ?? '', 500) }
    };
  },
  parseHTML: () => [
    { tag: 'img[src]', getAttrs: (element) => pictureIn(element.getAttribute('src') ?? '') !== '' && null }
  ]
});

/** The name of a picture within its page, whatever stands before it in an address; empty where it is none. */
const pictureIn = (address: string): string => {
  const name = address.slice(address.lastIndexOf('pictures/'));
  return PICTURE.test(name) ? name : '';
};
