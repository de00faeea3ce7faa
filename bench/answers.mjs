// 60 simulated students walk the demo's quiz on tides against the served app, each waiting for one reply before the next
// event. Then the same students call the yardstick (signed in, one INSERT) as fast, in the same run.
import http from 'node:http';

const STUDENTS = 60;
const EVENTS_EACH = 40;
const ROUNDS = 3;
const base = new URL(process.argv[2]);
const agent = new http.Agent({ keepAlive: true, maxSockets: STUDENTS });
let errors = 0;

class Client {
    cookies = new Map();

    call(method, path, body) {
        return new Promise((resolve, reject) => {
            const headers = { Accept: 'application/json', Cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ') };
            const token = this.cookies.get('XSRF-TOKEN');
            if (token !== undefined) {
                headers['X-XSRF-TOKEN'] = decodeURIComponent(token);
            }
            const sent = body === undefined ? undefined : JSON.stringify(body);
            if (sent !== undefined) {
                headers['Content-Type'] = 'application/json';
                headers['Content-Length'] = Buffer.byteLength(sent);
            }
            const request = http.request({ agent, host: base.hostname, port: base.port, path, method, headers }, (response) => {
                for (const line of response.headers['set-cookie'] ?? []) {
                    const [pair] = line.split(';');
                    const at = pair.indexOf('=');
                    this.cookies.set(pair.slice(0, at), pair.slice(at + 1));
                }
                let text = '';
                response.setEncoding('utf8');
                response.on('data', (part) => (text += part));
                response.on('end', () =>
                    resolve({ status: response.statusCode, body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text }),
                );
            });
            request.on('error', reject);
            request.end(sent);
        });
    }

    async must(method, path, body) {
        const answer = await this.call(method, path, body);
        if (answer.status >= 300) {
            errors++;
            throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body).slice(0, 200)}`);
        }
        return answer.body;
    }
}

const digits = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const ulid = () => `01KB${Array.from({ length: 22 }, () => digits[Math.floor(Math.random() * 32)]).join('')}`;

/** What this student does next: a third of the answers are given at random, the rest walk on. */
function next(place) {
    if (place.kind === 'video') {
        return place.nextCue === null
            ? ['went-on', { from: place.frame }]
            : ['watched', { video: place.id, from: Math.min(place.resumeAt, place.nextCue), to: place.nextCue, speed: 1 }];
    }
    if (place.kind === 'reading' || place.told || place.rung !== null) {
        return ['went-on', { from: place.frame }];
    }
    if (place.maySetAside && Math.random() < 0.5) {
        return ['set-aside', { question: place.question.id }];
    }
    const { options, id, kind } = place.question;
    const typed = kind === 'number' ? ['1.5', '3.8', '2', '6.6'] : ['high', '19:25', 'low tide'];
    const any = (list) => list[Math.floor(Math.random() * list.length)];
    return ['answered', { question: id, response: options.length > 0 ? { choices: [any(options).id] } : { text: any(typed) } }];
}

const median = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
const rounded = (value, places = 1) => Math.round(value * 10 ** places) / 10 ** places;

const teacher = new Client();
await teacher.call('GET', '/sign-in');
await teacher.must('POST', '/api/teacher/sign-in', { email: 'ines.calder@skerrybay.example', password: 'skerry-tides-8' });
const quiz = (await teacher.must('GET', '/api/quizzes')).find((line) => line.title.startsWith('Tides'));
const made = await teacher.must('POST', '/api/classes', { name: 'Bench' });
await teacher.must('POST', `/api/classes/${made.id}/students`, {
    names: Array.from({ length: STUDENTS }, (_, i) => `Student ${i + 1}`).join('\n'),
});
const task = await teacher.must('POST', `/api/classes/${made.id}/tasks`, { quiz: quiz.id });

const students = [];
for (let i = 0; i < STUDENTS; i++) {
    const client = new Client();
    await client.call('GET', '/join');
    await client.must('POST', '/api/student/enter', { phrase: made.phrase, name: `Student ${i + 1}`, secret: 'limpet', first: true });
    students.push({ client, view: await client.must('POST', `/api/student/tasks/${task.id}/rounds`, {}) });
}

async function together(work) {
    const began = performance.now();
    await Promise.all(students.map(work));
    return (performance.now() - began) / 1000;
}

const answerTimes = [];
const yardstickTimes = [];
let events = 0;
let eventSeconds = 0;
let inserts = 0;
let insertSeconds = 0;
for (let round = 0; round < ROUNDS; round++) {
    eventSeconds += await together(async (student) => {
        for (let i = 0; i < EVENTS_EACH; i++) {
            if (student.view.finished) {
                student.view = await student.client.must('POST', `/api/student/tasks/${task.id}/rounds`, { again: true });
            }
            const [kind, data] = next(student.view.place);
            const began = performance.now();
            student.view = await student.client.must('POST', `/api/student/rounds/${student.view.id}/events`, {
                id: ulid(),
                after: student.view.last,
                kind,
                at: Date.now(),
                data,
            });
            events++;
            if (kind === 'answered') {
                answerTimes.push(performance.now() - began);
            }
        }
    });
    insertSeconds += await together(async (student) => {
        for (let i = 0; i < EVENTS_EACH; i++) {
            const began = performance.now();
            await student.client.must('POST', '/api/student/yardstick', {});
            inserts++;
            yardstickTimes.push(performance.now() - began);
        }
    });
}
answerTimes.sort((a, b) => a - b);
yardstickTimes.sort((a, b) => a - b);
const rate = events / eventSeconds;
const yardstick = inserts / insertSeconds;
const against = 'signed in, one INSERT';
const line = (name, value, unit, other) =>
    console.log(
        JSON.stringify({
            name,
            value: rounded(value),
            unit,
            against: `${against}: ${rounded(other)} ${unit}`,
            ratio: rounded(value / other, 2),
        }),
    );
line('answers', rate, 'events/s', yardstick);
line('answers, median', median(answerTimes, 0.5), 'ms', median(yardstickTimes, 0.5));
line('answers, 95th percentile', median(answerTimes, 0.95), 'ms', median(yardstickTimes, 0.95));
console.log(
    JSON.stringify({ name: 'answers, errors', value: errors, unit: 'errors', against: `${events} events`, ratio: errors / events }),
);
agent.destroy();
