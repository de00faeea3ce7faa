// One request of each kind that people make, for bin/preload: a teacher through every place, a student through a round.
import { beginTogether, Client, demoTeacher, Server, step, ulid } from './students.mjs';

const server = new Server(process.argv[2], 2);
const stranger = new Client(server);
for (const path of ['/', '/join', '/api/teacher', '/api/student', '/health', '/nowhere']) {
    await stranger.call('GET', path);
}
const teacher = await demoTeacher(server);
const { students, task, class: made, quiz } = await beginTogether(server, teacher, 2);
for (const student of students) {
    for (let i = 0; i < 60; i++) {
        await step(student, task);
    }
    await student.client.must('GET', '/api/student');
    await student.client.must('GET', `/api/student/rounds/${student.view.id}`);
    for (const id of Object.keys(student.view.media)) {
        await student.client.call('GET', `/media/${id}`);
    }
    await student.client.must('PUT', '/api/student/reading', { size: 1 }).catch(() => {});
}
const whole = await teacher.must('GET', `/api/quizzes/${quiz.id}`);
const question = whole.document.stops.find((stop) => stop.kind === 'question').question;
const edits = [{ do: 'set', at: question.id, member: 'difficulty', value: question.difficulty === 2 ? 3 : 2 }];
await teacher.call('POST', `/api/quizzes/${quiz.id}/changes`, { id: ulid(), version: whole.version, label: 'Difficulty', edits });
for (const path of [
    '/api/teacher',
    '/api/today',
    '/api/quizzes',
    `/api/quizzes/${quiz.id}`,
    `/api/quizzes/${quiz.id}/changes?since=${whole.version}`,
    `/api/quizzes/${quiz.id}/history`,
    `/api/quizzes/${quiz.id}/corrections`,
    `/api/quizzes/${quiz.id}/difference`,
    `/api/quizzes/${quiz.id}/findings-from-answers`,
    '/api/media',
    '/api/classes',
    `/api/classes/${made.id}`,
    `/api/tasks/${task.id}`,
    `/api/tasks/${task.id}/evidence`,
    `/api/tasks/${task.id}/lookout`,
    `/api/tasks/${task.id}/students/${students[0].view.student}`,
]) {
    await teacher.must('GET', path);
}
await teacher.must('POST', `/api/quizzes/${quiz.id}/rehearsals`, { events: [] });
server.close();
