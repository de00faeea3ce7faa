// 500 phones in 20 sittings, as a school's morning has them: each hears where its class stands, and asks for what it shows.
// First the fronts move one after the other within ten seconds, as lessons do; then all at the same instant; then all answer within
// ten seconds. The made-up phones run on the same machine: what they take of it is told.
import http from 'node:http';
import { availableParallelism } from 'node:os';
import { Client, demoTeacher, Server, ulid } from './students.mjs';

const SITTINGS = 20;
const PHONES = 25;
/** Milliseconds in which several changes are one for a page (useLive). */
const TOGETHER = 50;
const SPREAD = 10_000;
const server = new Server(process.argv[2], 600);
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const rounded = (value, places = 0) => Math.round(value * 10 ** places) / 10 ** places;
const percentile = (list, share) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];

function listen(client, channel, onMessage) {
    const cookies = [...client.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    return new Promise((resolve, reject) => {
        const request = http.get(
            { host: server.base.hostname, port: server.base.port, path: `/live/${channel}`, headers: { Accept: 'text/event-stream', Cookie: cookies }, agent: false },
            (response) => {
                if (response.statusCode !== 200) {
                    reject(new Error(`/live/${channel}: ${response.statusCode}`));
                    return;
                }
                response.setEncoding('utf8');
                response.on('data', (part) => part.includes('data:') && onMessage());
                resolve(request);
            },
        );
        request.on('error', () => undefined);
    });
}

const teacher = await demoTeacher(server);
const quiz = (await teacher.must('GET', '/api/quizzes')).find((line) => line.title.startsWith('Tides'));

async function gather(number) {
    const group = await teacher.must('POST', '/api/classes', { name: `Bench ${number}` });
    const names = Array.from({ length: PHONES }, (_, i) => `Phone ${i + 1} ${ulid().slice(-4)}`);
    const people = names.map((given) => ({ given, family: '', called: null, number: null }));
    await teacher.must('POST', `/api/classes/${group.id}/students`, { people });
    await teacher.must('PATCH', `/api/classes/${group.id}`, { withoutCode: true });
    const [task] = await teacher.must('POST', '/api/tasks', { quiz: quiz.id, classes: [group.id] });
    let front = await teacher.must('POST', `/api/classes/${group.id}/sittings`, { task: task.id });
    const sitting = { id: front.id, way: front.way, phones: [], heard: [], moved: 0 };
    sitting.act = async (kind, data = {}) => {
        front = await teacher.must('POST', `/api/sittings/${sitting.id}/acts`, { id: ulid(), after: front.number, kind, data });
        return front;
    };
    for (const name of names) {
        const client = new Client(server);
        await client.call('GET', '/join');
        await client.must('POST', '/api/student/enter', { phrase: group.phrase, name, secret: 'limpet', first: true });
        const phone = { client, view: (await client.must('POST', `/api/student/sittings/${sitting.id}/entry`)).round, pending: null };
        phone.look = async () => {
            phone.view = (await client.must('GET', '/api/student/sitting')).round;
            phone.arrived?.();
        };
        phone.stream = await listen(client, `sitting/${sitting.id}`, () => {
            phone.heard?.();
            phone.pending ??= setTimeout(() => {
                phone.pending = null;
                void phone.look();
            }, TOGETHER);
        });
        sitting.phones.push(phone);
    }
    return sitting;
}

const sittings = [];
for (let number = 1; number <= SITTINGS; number++) {
    sittings.push(await gather(number));
}

/** The front of a sitting moves; gives for each phone when it heard of it, and when it had what it shows there. */
async function move(sitting, index) {
    const stop = sitting.way[index];
    const began = performance.now();
    const all = sitting.phones.map(
        (phone) =>
            new Promise((resolve) => {
                let heard = null;
                phone.heard = () => {
                    heard ??= performance.now() - began;
                };
                phone.arrived = () => {
                    if (phone.view?.place.frame === stop.stop) {
                        phone.arrived = null;
                        resolve([heard ?? 0, performance.now() - began]);
                    }
                };
            }),
    );
    const late = new Promise((_, reject) => setTimeout(() => reject(new Error('A phone never came to stand there.')), 30_000).unref());
    await sitting.act('stands', { place: { task: stop.task, stop: stop.stop, cue: null } });
    return Promise.race([Promise.all(all), late]);
}

const cpu = process.cpuUsage();
const wall = performance.now();
// Once, so that every round is there.
await Promise.all(sittings.map((sitting, index) => wait((index * SPREAD) / SITTINGS).then(() => move(sitting, 0))));
const spread = (await Promise.all(sittings.map((sitting, index) => wait((index * SPREAD) / SITTINGS).then(() => move(sitting, 1))))).flat();
const instant = (await Promise.all(sittings.map((sitting) => move(sitting, 0)))).flat();

let taken = 0;
const answerTimes = [];
await Promise.all(
    sittings.flatMap((sitting) =>
        sitting.phones.map(async (phone) => {
            await wait(Math.random() * SPREAD);
            const { question } = phone.view.place;
            const event = {
                id: ulid(),
                after: phone.view.last,
                kind: 'answered',
                at: Date.now(),
                data: { question: question.id, response: { choices: [question.options[0].id] } },
            };
            const began = performance.now();
            await phone.client.must('POST', `/api/student/rounds/${phone.view.id}/events`, event);
            answerTimes.push(performance.now() - began);
            taken++;
        }),
    ),
);
let counted = 0;
for (const sitting of sittings) {
    counted += (await teacher.must('GET', `/api/sittings/${sitting.id}`)).answered;
}
const used = process.cpuUsage(cpu);
const share = (used.user + used.system) / 1000 / (performance.now() - wall) / availableParallelism();

const line = (name, value, unit, against, ratio) => console.log(JSON.stringify({ name, value, unit, against, ratio: rounded(ratio, 3) }));
const within = (name, list, limit) =>
    line(`live, ${name}, 95th percentile`, rounded(percentile(list, 0.95)), 'ms', `${limit} ms wanted`, percentile(list, 0.95) / limit);
within('a move is heard', spread.map(([heard]) => heard), 500);
within('a move is shown', spread.map(([, shown]) => shown), 500);
within('20 fronts move in one instant: heard', instant.map(([heard]) => heard), 500);
within('20 fronts move in one instant: shown', instant.map(([, shown]) => shown), 500);
within('an answer is stored', answerTimes, 500);
line('live, answers stored', taken, 'answers', `${SITTINGS * PHONES} phones`, taken / (SITTINGS * PHONES));
line('live, answers counted on the boards', counted, 'answers', `${taken} stored`, counted / taken);
line('live, what the phones themselves took', rounded(share, 3), 'of the machine', `${availableParallelism()} cores`, share);
line('live, errors', server.errors, 'errors', `${SITTINGS * PHONES} phones`, server.errors / (SITTINGS * PHONES));
for (const sitting of sittings) {
    for (const phone of sitting.phones) {
        phone.stream.destroy();
    }
}
server.close();
