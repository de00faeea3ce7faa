// For bin/trial database: students answer while the database is killed and comes back. Each keeps an event until it is acknowledged,
// as a phone does. Told "over" on standard input, it says which statuses there were, and whether everything acknowledged is stored
// once. Exits with 1 where it is not, or where a fault was told as the app's own (500).
import { beginTogether, demoTeacher, next, Server, ulid } from './students.mjs';

const STUDENTS = 60;
const PAUSE = 100;
const server = new Server(process.argv[2], STUDENTS);
const teacher = await demoTeacher(server);
const { students, task } = await beginTogether(server, teacher, STUDENTS);
let isOver = false;
process.stdin.once('data', () => {
    isOver = true;
});
console.log('walking');

const statuses = {};
let withoutRetryAfter = 0;

/** Asks until the server takes it, as a device does. */
async function insist(client, path, body) {
    for (;;) {
        let answer;
        try {
            answer = await client.call('POST', path, body);
        } catch {
            answer = { status: 0, headers: {} };
        }
        statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
        if (answer.status >= 200 && answer.status < 300) {
            return answer.body;
        }
        if (answer.status < 500 && answer.status !== 0) {
            throw new Error(`${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
        }
        withoutRetryAfter += answer.status === 503 && answer.headers['retry-after'] === undefined ? 1 : 0;
        await new Promise((resolve) => setTimeout(resolve, PAUSE));
    }
}

const refused = [];
await Promise.all(
    students.map(async (student) => {
        student.rounds = new Map([[student.view.id, student.view.number]]);
        try {
            while (!isOver) {
                if (student.view.finished) {
                    student.view = await insist(student.client, `/api/student/tasks/${task.id}/rounds`, { again: true });
                } else {
                    const [kind, data] = next(student.view.place);
                    const event = { id: ulid(), after: student.view.last, kind, at: Date.now(), data };
                    student.view = await insist(student.client, `/api/student/rounds/${student.view.id}/events`, event);
                }
                student.rounds.set(student.view.id, student.view.number);
            }
        } catch (problem) {
            refused.push(String(problem));
        }
    }),
);
process.stdin.destroy();

let wrong = 0;
for (const { view, rounds } of students) {
    const walks = await teacher.must('GET', `/api/tasks/${task.id}/students/${view.student}`);
    for (const round of walks.rounds) {
        const numbers = round.events.map((event) => event.number);
        wrong += numbers.every((number, index) => number === index + 1) && numbers.length === rounds.get(round.id) ? 0 : 1;
    }
}
const faults = statuses[500] ?? 0;
console.log(JSON.stringify({ name: 'database', statuses, faults, withoutRetryAfter, refused: refused.length, wrong, first: refused[0] ?? null }));
server.close();
process.exit(faults === 0 && withoutRetryAfter === 0 && refused.length === 0 && wrong === 0 && (statuses[503] ?? 0) > 0 ? 0 : 1);
