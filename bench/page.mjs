// What each kind of request costs the server: milliseconds and queries, the median of so many, one after the other. Against the
// framework's own bare route for somebody signed in.
import { beginTogether, demoTeacher, Server, step, ulid } from './students.mjs';

const TIMES = 41;
const CLASS = 30;
const server = new Server(process.argv[2], 1, { 'X-Tell-Cost': '1' });
const teacher = await demoTeacher(server);
const { students, task, quiz, class: made } = await beginTogether(server, teacher, CLASS);
for (const student of students) {
    for (let i = 0; i < 12; i++) {
        await step(student, task);
    }
}
const [student] = students;

async function cost(ask) {
    const times = [];
    const counts = [];
    for (let i = 0; i < TIMES; i++) {
        const began = performance.now();
        const { headers, status } = await ask(i);
        // Whether a student may load it or not, the same is asked.
        if (status >= 400 && status !== 404) {
            throw new Error(`${status}`);
        }
        // Of what nginx sends itself, the way there and back is all that is known.
        const told = /dur=([\d.]+).*desc="(\d+)"/.exec(headers['server-timing'] ?? '');
        times.push(told === null ? performance.now() - began : Number(told[1]));
        counts.push(told === null ? Number.NaN : Number(told[2]));
    }
    times.sort((a, b) => a - b);
    counts.sort((a, b) => a - b);
    return { ms: times[TIMES >> 1], queries: counts[TIMES >> 1] };
}

const bare = await cost(() => student.client.call('GET', '/api/student/yardstick'));
async function tell(name, ask) {
    const { ms, queries } = await cost(ask);
    console.log(
        JSON.stringify({
            name: `page, ${name}`,
            value: ms,
            unit: 'ms',
            queries,
            against: `signed in, nothing done: ${bare.ms} ms, ${bare.queries} queries`,
            ratio: Math.round((100 * ms) / bare.ms) / 100,
        }),
    );
}

const lookout = `/api/tasks/${task.id}/lookout`;
const whole = await teacher.must('GET', `/api/quizzes/${quiz.id}`);
const question = whole.document.stops.find((stop) => stop.kind === 'question').question;
let { version } = whole;
const medium = whole.document.stops.find((stop) => stop.kind === 'video').clip.media;
await tell('answer', async () => (await step(student, task)).response);
await tell('own page', () => student.client.call('GET', '/api/student'));
await tell('round', () => student.client.call('GET', `/api/student/rounds/${student.view.id}`));
await tell('video, as far as the app is asked', () => student.client.call('HEAD', `/media/${medium}`));
const { headers: known } = await teacher.call('GET', lookout);
await tell('lookout of 30, unchanged', () => teacher.call('GET', lookout, undefined, { 'If-None-Match': known.etag }));
await tell('lookout of 30', () => teacher.call('GET', lookout));
await tell('today', () => teacher.call('GET', '/api/today'));
await tell('class', () => teacher.call('GET', `/api/classes/${made.id}`));
await tell('quizzes', () => teacher.call('GET', '/api/quizzes'));
await tell('save while typing', async (turn) => {
    const edits = [{ do: 'set', at: question.id, member: 'prompt', value: `${question.prompt} ${turn}` }];
    const given = await teacher.call('POST', `/api/quizzes/${quiz.id}/changes`, { id: ulid(), version, label: 'Reworded', edits });
    version = given.body.version;
    return given;
});
server.close();
