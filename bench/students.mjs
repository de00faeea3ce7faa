// A browser's part against the served app: signed in with its cookies, one request after the other.
import http from 'node:http';

export class Server {
    constructor(address, sockets, headers = {}) {
        this.base = new URL(address);
        this.agent = new http.Agent({ keepAlive: true, maxSockets: sockets });
        this.errors = 0;
        this.headers = headers;
    }

    close() {
        this.agent.destroy();
    }
}

export class Client {
    cookies = new Map();

    constructor(server) {
        this.server = server;
    }

    call(method, path, body, more = {}) {
        return new Promise((resolve, reject) => {
            const cookies = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
            const headers = { Accept: 'application/json', Cookie: cookies, ...this.server.headers, ...more };
            const token = this.cookies.get('XSRF-TOKEN');
            if (token !== undefined) {
                headers['X-XSRF-TOKEN'] = decodeURIComponent(token);
            }
            const sent = body === undefined ? undefined : JSON.stringify(body);
            if (sent !== undefined) {
                headers['Content-Type'] = 'application/json';
                headers['Content-Length'] = Buffer.byteLength(sent);
            }
            const request = http.request(
                { agent: this.server.agent, host: this.server.base.hostname, port: this.server.base.port, path, method, headers },
                (response) => {
                    for (const line of response.headers['set-cookie'] ?? []) {
                        const [pair] = line.split(';');
                        const at = pair.indexOf('=');
                        this.cookies.set(pair.slice(0, at), pair.slice(at + 1));
                    }
                    let text = '';
                    response.setEncoding('utf8');
                    response.on('data', (part) => (text += part));
                    response.on('end', () =>
                        resolve({
                            status: response.statusCode,
                            headers: response.headers,
                            body: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : text,
                        }),
                    );
                },
            );
            request.on('error', reject);
            request.end(sent);
        });
    }

    async must(method, path, body) {
        return (await this.accepted(method, path, body)).body;
    }

    async accepted(method, path, body) {
        const answer = await this.call(method, path, body);
        if (answer.status >= 300) {
            this.server.errors++;
            throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body).slice(0, 200)}`);
        }
        return answer;
    }
}

const digits = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
export const ulid = () => `01KB${Array.from({ length: 22 }, () => digits[Math.floor(Math.random() * 32)]).join('')}`;

/** What this student does next: a third of the answers are given at random, the rest walk on. */
export function next(place) {
    if (place.kind === 'video') {
        return place.nextCue === null
            ? ['went-on', { from: place.frame }]
            : ['watched', { video: place.id, from: Math.max(place.clip.from, place.nextCue - 1), to: place.nextCue, speed: 1 }];
    }
    if (place.kind === 'reading' || place.verdictShown || place.rung !== null) {
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

/** A teacher of the demo, signed in. */
export async function demoTeacher(server) {
    const teacher = new Client(server);
    await teacher.call('GET', '/sign-in');
    await teacher.must('POST', '/api/teacher/sign-in', { email: 'ines.calder@skerrybay.example', password: 'skerry-tides-8' });
    return teacher;
}

/** A class of so many who have all begun the demo's quiz on tides. */
export async function beginTogether(server, teacher, count) {
    const quiz = (await teacher.must('GET', '/api/quizzes')).find((line) => line.title.startsWith('Tides'));
    const made = await teacher.must('POST', '/api/classes', { name: 'Bench' });
    // One who is known already has a secret of their own.
    const names = Array.from({ length: count }, (_, i) => `Student ${i + 1} ${ulid().slice(-4)}`);
    const people = names.map((given) => ({ given, family: '', called: null, number: null }));
    await teacher.must('POST', `/api/classes/${made.id}/students`, { people });
    await teacher.must('PATCH', `/api/classes/${made.id}`, { withoutCode: true });
    const [task] = await teacher.must('POST', '/api/tasks', { quiz: quiz.id, classes: [made.id] });
    const students = [];
    for (const name of names) {
        const client = new Client(server);
        await client.call('GET', '/join');
        await client.must('POST', '/api/student/enter', { phrase: made.phrase, name, secret: 'limpet', first: true });
        students.push({ client, view: await client.must('POST', `/api/student/tasks/${task.id}/rounds`, {}) });
    }
    return { students, task, class: made, quiz };
}

/** The next event of a student's walk, sent; a finished round is followed by another. Gives what was done, and the answer to it. */
export async function step(student, task) {
    if (student.view.finished) {
        student.view = await student.client.must('POST', `/api/student/tasks/${task.id}/rounds`, { again: true });
    }
    const [kind, data] = next(student.view.place);
    const event = { id: ulid(), after: student.view.last, kind, at: Date.now(), data };
    const response = await student.client.accepted('POST', `/api/student/rounds/${student.view.id}/events`, event);
    student.view = response.body;
    return { kind, response };
}
