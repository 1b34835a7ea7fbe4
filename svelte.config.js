import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';
import { compress } from './scripts/lib/compress.mjs';

const node = adapter({ precompress: true });

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    // SvelteKit's own way to compress takes as long for one file of ours as everything else together.
    adapter: { ...node, adapt: (builder) => node.adapt({ ...builder, compress }) },
    alias: { $core: 'src/lib/core', $server: 'src/lib/server', $ui: 'src/lib/ui' },
    // src/hooks.server.ts asks the same of every request that changes something, and knows the one exception.
    csrf: { trustedOrigins: ['*'] },
    csp: {
      mode: 'auto',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src': ['self'],
        // Inline style attributes only: bar widths now, the editor and formulas later. No inline <style> without a nonce.
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'media-src': ['self', 'blob:'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none']
      }
    },
    // One page registers it, for itself alone (src/routes/verify).
    serviceWorker: { register: false },
    version: { pollInterval: 0 }
  }
};
