import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import laravel from 'laravel-vite-plugin';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { bundles, languages, words } from './resources/js/words/compile';

const pages = Object.keys(bundles);
const scripts = pages.map((page) => `resources/js/${page}/main.tsx`);
const said = languages().flatMap((language) => pages.map((page) => `resources/words/${language}/${page}.words`));

type Chunk = { file: string; imports?: string[]; dynamicImports?: string[]; css?: string[]; assets?: string[] };

/** The files of the students' pages, but for what hardly any of them loads; the folder holds those of older versions as well. */
function studentFiles(): string[] {
    const chunks = JSON.parse(readFileSync('public/build/manifest.json', 'utf8')) as Record<string, Chunk>;
    const found = new Set<string>();
    const take = (name: string): void => {
        const chunk = chunks[name];
        if (chunk === undefined || found.has(chunk.file)) {
            return;
        }
        for (const file of [chunk.file, ...(chunk.css ?? []), ...(chunk.assets ?? [])]) {
            found.add(file);
        }
        for (const other of [...(chunk.imports ?? []), ...(chunk.dynamicImports ?? [])]) {
            take(other);
        }
    };
    for (const name of Object.keys(chunks).filter((one) => /\/student(\.words|\/main\.tsx)$/.test(one))) {
        take(name);
    }
    return [...found].filter((file) => !/mathlive|\.woff$/.test(file)).sort();
}

/** What the worker of the students' pages keeps: their files, and the page in which they run, anew with each version. */
function keptOffline() {
    const files = studentFiles().map((file) => ({ url: `/build/${file}`, revision: null as string | null, size: 0 }));
    const version = createHash('sha256')
        .update(files.map((file) => file.url).join())
        .digest('hex')
        .slice(0, 16);
    return { manifest: [...files, { url: '/join', revision: version, size: 0 }] };
}

export default defineConfig({
    plugins: [
        laravel({ input: [...scripts, ...said] }),
        words(),
        react(),
        tailwind(),
        VitePWA({
            strategies: 'injectManifest',
            srcDir: 'resources/js/student',
            filename: 'worker.ts',
            outDir: 'public/build',
            injectRegister: false,
            manifest: false,
            injectManifest: { globDirectory: 'public/build', globPatterns: ['manifest.json'], manifestTransforms: [keptOffline] },
        }),
    ],
    // Messages are parsed when the bundle is built, so that no page needs the parser.
    resolve: { alias: { '@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js' } },
    // Pages that are open while a new version comes still ask for the files of theirs; bin/lib/common.sh clears them away later.
    build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsInlineLimit: 0, emptyOutDir: false },
});
