import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';
import { bundles, languages, words } from './resources/js/words/compile';

const pages = Object.keys(bundles);
const scripts = pages.map((page) => `resources/js/${page}/main.tsx`);
const said = languages().flatMap((language) => pages.map((page) => `resources/words/${language}/${page}.words`));

export default defineConfig({
    plugins: [laravel({ input: [...scripts, ...said] }), words(), react(), tailwind()],
    // Messages are parsed when the bundle is built, so that no page needs the parser.
    resolve: { alias: { '@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js' } },
    // Pages that are open while a new version comes still ask for the files of theirs; bin/lib/common.sh clears them away later.
    build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsInlineLimit: 0, emptyOutDir: false },
});
