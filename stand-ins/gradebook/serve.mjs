// A school's gradebook, simulated: columns and scores as in 1EdTech LTI Assignment and Grade Services 2.0, tokens for a signed word
// (RFC 7523). On loopback alone. Whatever class is named has columns here. What it refuses is what the standard refuses.
// What goes wrong with it is told by POST /stand-in {"mode": "away"|"slow"|"busy"|"wrong"|"well", "unknown": ["a number"], "forget": true};
// {"ahead": 86400} sets its clock by so many seconds, {"stale": true} ends its tokens. GET /log says what arrived, / shows it.
// Usage: node serve.mjs PORT KEYS FILE  (KEYS: where the program's public keys are; FILE: what it keeps)
import { createPublicKey, randomUUID, verify } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';

const [port, keys, file] = process.argv.slice(2);
const address = `http://127.0.0.1:${port}`;
const CLIENT = 'hidden-ladder';
const SCOPE = 'https://purl.imsglobal.org/spec/lti-ags/scope/';
const ITEM = 'application/vnd.ims.lis.v2.lineitem+json';
const LIST = 'application/vnd.ims.lis.v2.lineitemcontainer+json';
const SCORE = 'application/vnd.ims.lis.v1.score+json';
const ACTIVITY = ['Initialized', 'Started', 'InProgress', 'Submitted', 'Completed'];
const GRADING = ['FullyGraded', 'Pending', 'PendingManual', 'Failed', 'NotReady'];
/** How long a slow answer takes, in milliseconds: what was asked is done at once. */
const SLOW = 60_000;

const kept = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { items: [], scores: [] };
const tokens = new Map();
const words = new Set();
let log = [];
let mode = 'well';
let unknown = [];
let ahead = 0;

const clock = () => Date.now() + 1000 * ahead;
const keep = () => writeFileSync(file, JSON.stringify(kept));

/** What is answered in place of what was asked for. */
class No extends Error {
    constructor(status, why) {
        super(why);
        this.status = status;
    }
}

const part = (text) => JSON.parse(Buffer.from(text, 'base64url').toString());

async function token(form) {
    const asked = (name) => form.get(name) ?? '';
    if (asked('grant_type') !== 'client_credentials' || !asked('client_assertion_type').endsWith(':jwt-bearer')) {
        throw new No(400, 'unsupported_grant_type');
    }
    const [head, claims, sign] = asked('client_assertion').split('.');
    const { kid, alg } = part(head);
    const set = await (await fetch(keys)).json();
    const key = set.keys.find((one) => one.kid === kid);
    const isSigned =
        alg === 'RS256' &&
        key !== undefined &&
        verify('RSA-SHA256', Buffer.from(`${head}.${claims}`), createPublicKey({ key, format: 'jwk' }), Buffer.from(sign, 'base64url'));
    const { iss, sub, aud, exp, iat, jti } = part(claims);
    const now = clock() / 1000;
    if (!isSigned || iss !== CLIENT || sub !== CLIENT || aud !== `${address}/token` || exp < now || iat > now + 60 || words.has(jti)) {
        throw new No(401, 'invalid_client');
    }
    words.add(jti);
    const scopes = asked('scope').split(' ').filter((scope) => scope.startsWith(SCOPE));
    const made = randomUUID();
    tokens.set(made, { scopes, until: clock() + 3_600_000 });
    return { access_token: made, token_type: 'bearer', expires_in: 3600, scope: scopes.join(' ') };
}

function needs(request, scope) {
    const held = tokens.get((request.headers.authorization ?? '').replace(/^Bearer /, ''));
    if (held === undefined || held.until < clock()) {
        throw new No(401, 'The token is none, or has run out.');
    }
    if (!held.scopes.includes(SCOPE + scope)) {
        throw new No(403, 'The token does not reach so far.');
    }
}

/** What a column says of itself, as it may. */
function described(body, type) {
    if (type !== ITEM) {
        throw new No(415, 'That is no column.');
    }
    if (typeof body.label !== 'string' || body.label === '' || !(body.scoreMaximum > 0)) {
        throw new No(400, 'A column has a label, and a score above nothing.');
    }
    return body;
}

function column(body, of, type) {
    const item = { ...described(body, type), id: `${address}/classes/${of}/columns/${randomUUID()}` };
    kept.items.push({ of, item });
    keep();
    return item;
}

function score(body, item, type) {
    if (type !== SCORE) {
        throw new No(415, 'That is no score.');
    }
    const at = Date.parse(body.timestamp);
    const isWhole = typeof body.userId === 'string' && ACTIVITY.includes(body.activityProgress) && GRADING.includes(body.gradingProgress);
    if (!isWhole || Number.isNaN(at) || !/\.\d+(Z|[+-]\d\d:?\d\d)$/.test(body.timestamp)) {
        throw new No(400, 'A score says whose it is, how far they are, how far the marking is, and when, to a part of a second.');
    }
    if (body.scoreGiven !== undefined && !(body.scoreGiven >= 0 && body.scoreMaximum > 0)) {
        throw new No(400, 'A score is of something.');
    }
    if (unknown.includes(body.userId)) {
        throw new No(404, 'Nobody here has that number.');
    }
    const before = kept.scores.find((one) => one.item === item && one.score.userId === body.userId);
    if (before !== undefined && Date.parse(before.score.timestamp) > at) {
        throw new No(409, 'Something later stands here.');
    }
    kept.scores = kept.scores.filter((one) => one !== before);
    kept.scores.push({ item, score: body });
    keep();
}

/** @returns {[number, unknown, string?]} status, what is said, its type */
async function answer(request, url, text) {
    const type = (request.headers['content-type'] ?? '').split(';')[0].trim();
    const [, classes, of, columns, , last] = url.pathname.split('/');
    const id = `${address}${url.pathname.replace(/\/scores$/, '')}`;
    const known = kept.items.find(({ item }) => item.id === id);
    const read = () => {
        try {
            return JSON.parse(text);
        } catch {
            throw new No(400, 'That is no JSON.');
        }
    };
    if (url.pathname === '/token') {
        return [200, await token(new URLSearchParams(text))];
    }
    if (classes !== 'classes' || columns !== 'columns') {
        throw new No(404, 'There is nothing here.');
    }
    if (url.pathname === `/classes/${of}/columns`) {
        needs(request, 'lineitem');
        if (request.method === 'POST') {
            return [201, column(read(), of, type), ITEM];
        }
        const wanted = url.searchParams.get('resource_id');
        const items = kept.items.filter((one) => one.of === of).map(({ item }) => item);
        return [200, items.filter((item) => wanted === null || item.resourceId === wanted), LIST];
    }
    needs(request, last === 'scores' ? 'score' : 'lineitem');
    if (known === undefined) {
        throw new No(404, 'There is no such column.');
    }
    if (last === 'scores') {
        score(read(), id, type);
        return [204, null];
    }
    if (request.method === 'DELETE') {
        kept.items = kept.items.filter((one) => one !== known);
        kept.scores = kept.scores.filter((one) => one.item !== id);
        keep();
        return [204, null];
    }
    if (request.method === 'PUT') {
        known.item = { ...described(read(), type), id };
        keep();
    }
    return [200, known.item, ITEM];
}

const shown = (value) => String(value ?? '').replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** What stands here, class by class. */
function page() {
    const classes = [...new Set(['year-8', ...kept.items.map(({ of }) => of)])];
    const table = (of) => {
        const items = kept.items.filter((one) => one.of === of).map(({ item }) => item);
        const scores = (item) => kept.scores.filter((one) => one.item === item.id).map((one) => one.score);
        const people = [...new Set(items.flatMap((item) => scores(item).map(({ userId }) => userId)))].sort();
        const cell = (item, user) => {
            const found = scores(item).find(({ userId }) => userId === user);
            const given = found?.scoreGiven === undefined ? '' : `${found.scoreGiven} of ${found.scoreMaximum}`;
            return `<td>${shown(given)} <small>${shown(found?.gradingProgress)}</small></td>`;
        };
        return `<table><tr><th>Number</th>${items.map(({ label }) => `<th>${shown(label)}</th>`).join('')}</tr>
            ${people.map((user) => `<tr><th>${shown(user)}</th>${items.map((item) => cell(item, user)).join('')}</tr>`).join('')}</table>`;
    };
    return `<!doctype html><html lang="en"><meta charset="utf-8"><title>A gradebook, simulated</title>
        <style>body{font:16px/1.5 sans-serif;margin:2rem}td,th{border:1px solid #999;padding:.2rem .6rem;text-align:left}table{border-collapse:collapse}</style>
        <h1>A gradebook, simulated</h1>
        ${classes.map((of) => `<h2>${shown(of)}</h2><p>Address of its columns: <code>${address}/classes/${shown(of)}/columns</code></p>${table(of)}`).join('')}
        </html>`;
}

function say(response, status, value, type = 'application/json') {
    response.writeHead(status, { 'Content-Type': type }).end(value === null ? undefined : type.startsWith('text/') ? value : JSON.stringify(value));
}

function told(response, text) {
    const { mode: next = mode, unknown: who = unknown, ahead: by = ahead, forget = false, stale = false } = JSON.parse(text);
    mode = next;
    unknown = who;
    ahead = by;
    if (stale || forget) {
        tokens.clear();
    }
    if (forget) {
        Object.assign(kept, { items: [], scores: [] });
        log = [];
        keep();
    }
    say(response, 200, { mode, unknown });
}

createServer((request, response) => {
    const url = new URL(request.url ?? '/', address);
    const parts = [];
    request
        .on('data', (one) => parts.push(one))
        .on('end', async () => {
            const text = Buffer.concat(parts).toString();
            if (url.pathname === '/stand-in') {
                told(response, text);
                return;
            }
            if (url.pathname === '/log' || url.pathname === '/') {
                url.pathname === '/' ? say(response, 200, page(), 'text/html; charset=utf-8') : say(response, 200, log);
                return;
            }
            const note = (status, why) =>
                log.push({ at: clock(), method: request.method, path: url.pathname, status, why, body: url.pathname === '/token' ? '' : text });
            if (mode === 'away') {
                note(0, mode);
                request.socket.destroy();
                return;
            }
            if (mode === 'busy' || mode === 'wrong') {
                note(mode === 'busy' ? 503 : 200, mode);
                say(response, mode === 'busy' ? 503 : 200, '<!doctype html><title>Something else</title>', 'text/html');
                return;
            }
            try {
                const [status, value, type] = await answer(request, url, text);
                note(status, mode);
                setTimeout(() => say(response, status, value, type), mode === 'slow' ? SLOW : 0);
            } catch (no) {
                const status = no instanceof No ? no.status : 500;
                note(status, no.message);
                say(response, status, { error: no.message });
            }
        });
}).listen(Number(port), '127.0.0.1');
