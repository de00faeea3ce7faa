// How much JavaScript is loaded first, gzip, words with it, against the limits; and what each place adds to it.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const LIMITS = { student: 120, teacher: 180 };
const manifest = JSON.parse(readFileSync('public/build/manifest.json', 'utf8'));
const size = (file) => gzipSync(readFileSync(`public/build/${file}`), { level: 9 }).length;

/** The files of a script, with those that it imports at once. */
function filesOf(names) {
    const files = new Set();
    const visit = (name) => {
        const chunk = manifest[name];
        if (!files.has(chunk.file)) {
            files.add(chunk.file);
            (chunk.imports ?? []).forEach(visit);
        }
    };
    names.forEach(visit);
    return files;
}

const kilobytes = (files) => Math.round([...files].reduce((sum, file) => sum + size(file), 0) / 100) / 10;

for (const [bundle, limit] of Object.entries(LIMITS)) {
    const first = filesOf([`resources/js/${bundle}/main.tsx`, `resources/words/en/${bundle}.words`]);
    const value = kilobytes(first);
    const ratio = Math.round((value / limit) * 100) / 100;
    console.log(JSON.stringify({ name: `first load, ${bundle}`, value, unit: 'kB gzip', against: `limit of ${limit} kB`, ratio }));
    if (value > limit) {
        process.exitCode = 1;
    }
    for (const [name, chunk] of Object.entries(manifest)) {
        if (chunk.isDynamicEntry && name.startsWith(`resources/js/${bundle}/`)) {
            const more = kilobytes([...filesOf([name])].filter((file) => !first.has(file)));
            const place = name.replace(/^resources\/js\/|\.tsx$/g, '');
            const part = Math.round((more / value) * 100) / 100;
            console.log(JSON.stringify({ name: `place, ${place}`, value: more, unit: 'kB gzip', against: 'the first load', ratio: part }));
        }
    }
}
