// How much JavaScript a phone loads first, gzip, against the limit of 130 kB.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const LIMIT = 130;
const manifest = JSON.parse(readFileSync('public/build/manifest.json', 'utf8'));

for (const bundle of ['student', 'teacher']) {
    const files = new Set();
    const visit = (name) => {
        const chunk = manifest[name];
        if (!files.has(chunk.file)) {
            files.add(chunk.file);
            (chunk.imports ?? []).forEach(visit);
        }
    };
    visit(`resources/js/${bundle}/main.tsx`);
    const bytes = [...files].reduce((sum, file) => sum + gzipSync(readFileSync(`public/build/${file}`), { level: 9 }).length, 0);
    const value = Math.round(bytes / 100) / 10;
    const line = { name: `first load, ${bundle}`, value, unit: 'kB gzip' };
    console.log(
        JSON.stringify(
            bundle === 'student' ? { ...line, against: `limit of ${LIMIT} kB`, ratio: Math.round((value / LIMIT) * 100) / 100 } : line,
        ),
    );
    if (bundle === 'student' && value > LIMIT) {
        process.exitCode = 1;
    }
}
