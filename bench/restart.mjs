// For bin/trial: 60 students walk without a rest while the app is started anew beside itself. Ends when told to on standard input;
// exits with 1 if a request was lost or broken, or if what was acknowledged is not what is stored.
import { beginTogether, demoTeacher, Server, step } from './students.mjs';

const STUDENTS = 60;
const server = new Server(process.argv[2], STUDENTS);
const teacher = await demoTeacher(server);
const { students, task } = await beginTogether(server, teacher, STUDENTS);
let isOver = false;
process.stdin.once('data', () => {
    isOver = true;
});
console.log('walking');

let sent = 0;
const lost = [];
await Promise.all(
    students.map(async (student) => {
        student.rounds = new Map([[student.view.id, student.view.number]]);
        while (!isOver) {
            try {
                await step(student, task);
                student.rounds.set(student.view.id, student.view.number);
                sent++;
            } catch (problem) {
                lost.push(String(problem));
                return;
            }
        }
    }),
);
process.stdin.destroy();

// A round's number counts its events: each that was acknowledged is there, once.
let wrong = 0;
for (const { client, view, rounds } of students) {
    const walks = await teacher.must('GET', `/api/tasks/${task.id}/students/${view.student}`);
    for (const round of walks.rounds) {
        const numbers = round.events.map((event) => event.number);
        const isWhole = numbers.every((number, index) => number === index + 1);
        wrong += isWhole && numbers.length === rounds.get(round.id) ? 0 : 1;
    }
    await client.must('GET', '/api/student');
}
console.log(JSON.stringify({ name: 'restart', sent, lost: lost.length, wrong, first: lost[0] ?? null }));
server.close();
process.exit(lost.length === 0 && wrong === 0 && sent > STUDENTS ? 0 : 1);
