// How soon pages show, as Lighthouse tells with its settings of a slow phone, the median of three runs each: score of performance,
// largest paint in seconds, shift of layout; and its score of accessibility.
import { launch } from 'chrome-launcher';
import lighthouse from 'lighthouse';
import { beginTogether, demoTeacher, Server, step } from './students.mjs';

const RUNS = 3;
const base = process.argv[2];
const server = new Server(base, 2);
const teacher = await demoTeacher(server);
const {
    students: [student],
    task,
} = await beginTogether(server, teacher, 1);
while (student.view.place.kind !== 'question' || student.view.place.verdictShown) {
    await step(student, task);
}
const cookies = (client) => [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
const pages = [
    ['student’s door', '/join', null, 0.98],
    ['own page', '/me', student.client, 0.98],
    ['question', `/walk/${student.view.id}`, student.client, 0.98],
    ['teacher’s door', '/sign-in', null, 0.95],
    ['today', '/today', teacher, 0.95],
];
const chrome = await launch({
    chromePath: '/usr/bin/chromium',
    chromeFlags: [
        '--headless=new',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
    ],
});
for (const [name, path, client, wanted] of pages) {
    const runs = [];
    for (let run = 0; run < RUNS; run++) {
        const result = await lighthouse(base + path, {
            port: chrome.port,
            onlyCategories: ['performance', 'accessibility'],
            extraHeaders: client === null ? {} : { Cookie: cookies(client) },
            logLevel: 'error',
        });
        const { categories, audits } = result.lhr;
        runs.push({
            score: categories.performance.score,
            paint: audits['largest-contentful-paint'].numericValue / 1000,
            shift: audits['cumulative-layout-shift'].numericValue,
            accessibility: categories.accessibility.score,
        });
    }
    runs.sort((a, b) => a.score - b.score);
    const { score, paint, shift, accessibility } = runs[RUNS >> 1];
    console.log(
        JSON.stringify({
            name: `paint, ${name}`,
            value: score,
            unit: 'score',
            paint: Math.round(paint * 100) / 100,
            shift: Math.round(shift * 1000) / 1000,
            accessibility,
            against: `wanted ${wanted}`,
            ratio: Math.round((score / wanted) * 100) / 100,
        }),
    );
}
await chrome.kill();
server.close();
