// 500 students of 20 classes come in within a minute, by phrase, name and a secret: the first time, when it is chosen, and once
// more, when it is compared. Then the same door without a secret, which says what the hash of the secret costs.
import { Client, demoTeacher, Server } from './students.mjs';

const STUDENTS = 500;
const CLASSES = 20;
const SECONDS = 60;
const server = new Server(process.argv[2], STUDENTS);
const teacher = await demoTeacher(server);
const quiz = (await teacher.must('GET', '/api/quizzes')).find((line) => line.title.startsWith('Tides'));
const people = [];
for (let index = 0; index < CLASSES; index++) {
    const made = await teacher.must('POST', '/api/classes', { name: `Entering ${index}` });
    const names = Array.from({ length: STUDENTS / CLASSES }, (_, number) => `Entrant ${index} ${number}`);
    await teacher.must('POST', `/api/classes/${made.id}/students`, {
        people: names.map((given) => ({ given, family: '', called: null, number: null })),
    });
    await teacher.must('PATCH', `/api/classes/${made.id}`, { withoutCode: true });
    await teacher.must('POST', '/api/tasks', { quiz: quiz.id, classes: [made.id], wayIn: 'name' });
    people.push(...names.map((name) => ({ name, phrase: made.phrase })));
}

const percentile = (times, share) => times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];

/** All of them, one after the other within the minute, whether or not those before have been answered. */
async function enter(how) {
    const times = [];
    await Promise.all(
        people.map(async ({ name, phrase }, index) => {
            await new Promise((wait) => setTimeout(wait, (index * SECONDS * 1000) / STUDENTS));
            const client = new Client(server);
            const began = performance.now();
            await client.call('GET', '/join');
            await client.must('POST', '/api/student/class', { phrase });
            await client.must('POST', '/api/student/enter', { phrase, name, ...how });
            await client.must('GET', '/api/student');
            times.push(performance.now() - began);
        }),
    );
    return percentile(times, 0.95);
}

const first = await enter({ way: 'secret', secret: 'limpet', first: true });
const again = await enter({ way: 'secret', secret: 'limpet', first: false });
const without = await enter({ way: 'name' });
const tell = (name, value) =>
    console.log(
        JSON.stringify({
            name,
            value: Math.round(value),
            unit: 'ms, 95th percentile',
            against: 'the same without a secret',
            ratio: Math.round((100 * value) / without) / 100,
        }),
    );
tell('500 students enter within a minute, choosing a secret', first);
tell('500 students enter within a minute, with their secret', again);
server.close();
