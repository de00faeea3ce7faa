// 60 simulated students walk the demo's quiz on tides against the served app, each waiting for one reply before the next
// event. Then the same students call the yardsticks as fast, in the same run: a signed-in route with one INSERT, and a bare script
// in the same processes that does nothing but one INSERT.
import { beginTogether, demoTeacher, Server, step } from './students.mjs';

const STUDENTS = 60;
const EVENTS_EACH = 40;
const ROUNDS = 3;
const server = new Server(process.argv[2], STUDENTS);

const median = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
const rounded = (value, places = 1) => Math.round(value * 10 ** places) / 10 ** places;

const { students, task } = await beginTogether(server, await demoTeacher(server), STUDENTS);

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
let bareInserts = 0;
let bareSeconds = 0;
for (let round = 0; round < ROUNDS; round++) {
    eventSeconds += await together(async (student) => {
        for (let i = 0; i < EVENTS_EACH; i++) {
            const began = performance.now();
            const { kind } = await step(student, task);
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
    bareSeconds += await together(async (student) => {
        for (let i = 0; i < 4 * EVENTS_EACH; i++) {
            await student.client.must('GET', '/bare');
            bareInserts++;
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
console.log(
    JSON.stringify({
        name: 'answers, of a bare INSERT',
        value: rounded(rate),
        unit: 'events/s',
        against: `a bare script, one INSERT: ${rounded(bareInserts / bareSeconds)} /s`,
        ratio: rounded((rate * bareSeconds) / bareInserts, 3),
    }),
);
line('answers, median', median(answerTimes, 0.5), 'ms', median(yardstickTimes, 0.5));
line('answers, 95th percentile', median(answerTimes, 0.95), 'ms', median(yardstickTimes, 0.95));
console.log(
    JSON.stringify({
        name: 'answers, errors',
        value: server.errors,
        unit: 'errors',
        against: `${events} events`,
        ratio: server.errors / events,
    }),
);
server.close();
