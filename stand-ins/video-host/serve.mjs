// A service that hosts videos, simulated: a search, oEmbed 1.0 (oembed.com), a page and a player for each video, its file and a
// small picture of it. On loopback alone. What goes wrong with it is told by POST /stand-in {"mode": "away"|"slow"|"wrong"|"well", "key": …};
// without a key it goes for all of it.
// Usage: node serve.mjs PORT CATALOGUE [FOLDER with more videos]
import { spawnSync } from 'node:child_process';
import { createReadStream, existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { createServer } from 'node:http';
import { basename, dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const [port, catalogue, more] = process.argv.slice(2);
const here = dirname(fileURLToPath(import.meta.url));
const address = `http://127.0.0.1:${port}`;
const player = readFileSync(join(here, 'player.html'));
const listed = JSON.parse(readFileSync(catalogue, 'utf8')).map((one) => ({ ...one, file: resolve(dirname(catalogue), one.file) }));
const lengths = new Map();
const pictures = new Map();
const modes = new Map();

function videos() {
    const found = more !== undefined && existsSync(more) ? readdirSync(more).filter((name) => name.endsWith('.webm')) : [];
    return [...listed, ...found.map((name) => ({ key: basename(name, '.webm'), title: basename(name, '.webm').replaceAll('-', ' '), file: join(more, name) }))];
}

function secondsOf(video) {
    if (!lengths.has(video.file)) {
        const told = spawnSync('ffprobe', ['-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', video.file], { encoding: 'utf8' });
        lengths.set(video.file, Number(told.stdout.trim()));
    }
    return lengths.get(video.file);
}

function pictureOf(video) {
    if (!pictures.has(video.file)) {
        const made = spawnSync('ffmpeg', ['-v', 'error', '-ss', '3', '-i', video.file, '-frames:v', '1', '-vf', 'scale=240:-2', '-f', 'image2pipe', '-c:v', 'mjpeg', 'pipe:1']);
        pictures.set(video.file, made.stdout);
    }
    return pictures.get(video.file);
}

const about = (video) => ({ key: video.key, title: video.title, seconds: secondsOf(video), picture: `${address}/pictures/${video.key}` });

function json(response, value, status = 200) {
    response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(value));
}

function page(response, html) {
    response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(html);
}

function sendFile(request, response, file) {
    const size = statSync(file).size;
    const range = /^bytes=(\d+)-(\d*)$/.exec(request.headers.range ?? '');
    const from = range === null ? 0 : Number(range[1]);
    const to = range === null || range[2] === '' ? size - 1 : Math.min(Number(range[2]), size - 1);
    const headers = { 'Content-Type': 'video/webm', 'Accept-Ranges': 'bytes' };
    if (from > to) {
        response.writeHead(416, { 'Content-Range': `bytes */${size}` }).end();
        return;
    }
    response.writeHead(range === null ? 200 : 206, {
        ...headers,
        'Content-Length': to - from + 1,
        ...(range === null ? {} : { 'Content-Range': `bytes ${from}-${to}/${size}` }),
    });
    createReadStream(file, { start: from, end: to }).pipe(response);
}

function answer(request, response, url) {
    const [, what, name] = url.pathname.split('/');
    const all = videos();
    const video = all.find((one) => one.key === decodeURIComponent(name ?? ''));
    if (url.pathname === '/search') {
        const words = (url.searchParams.get('q') ?? '').toLowerCase().split(/\s+/).filter(Boolean);
        const hits = all.map((one) => [one, words.filter((word) => one.title.toLowerCase().includes(word)).length]).filter(([, count]) => count > 0);
        json(response, { videos: hits.sort(([, a], [, b]) => b - a).map(([one]) => about(one)) });
    } else if (url.pathname === '/oembed') {
        const key = new URL(url.searchParams.get('url') ?? '', address).pathname.split('/').pop();
        const named = all.find((one) => one.key === key);
        if (named === undefined) {
            json(response, {}, 404);
            return;
        }
        json(response, {
            version: '1.0', type: 'video', provider_name: 'Slackwater Reels', title: named.title, width: 854, height: 480,
            html: `<iframe src="${address}/player/${named.key}" width="854" height="480"></iframe>`,
            thumbnail_url: `${address}/pictures/${named.key}`, thumbnail_width: 240, thumbnail_height: 136, duration: secondsOf(named),
        });
    } else if (video === undefined) {
        response.writeHead(404).end();
    } else if (what === 'watch') {
        page(response, `<!doctype html><meta charset="utf-8"><title>${video.title}</title><iframe src="/player/${video.key}"></iframe>`);
    } else if (what === 'player') {
        page(response, player);
    } else if (what === 'files') {
        sendFile(request, response, video.file);
    } else if (what === 'pictures') {
        response.writeHead(200, { 'Content-Type': 'image/jpeg', 'Cache-Control': 'max-age=600' }).end(pictureOf(video));
    } else {
        response.writeHead(404).end();
    }
}

createServer((request, response) => {
    const url = new URL(request.url ?? '/', address);
    if (url.pathname === '/stand-in' && request.method === 'POST') {
        let body = '';
        request.on('data', (part) => (body += part)).on('end', () => {
            const { mode, key = '' } = JSON.parse(body);
            modes.set(key, mode);
            json(response, { mode, key });
        });
        return;
    }
    const key = url.searchParams.get('url')?.split('/').pop() ?? url.pathname.split('/')[2] ?? '';
    const mode = modes.get(key) ?? modes.get('') ?? 'well';
    if (mode === 'away') {
        request.socket.destroy();
    } else if (mode === 'wrong') {
        page(response, '<!doctype html><title>Something else</title>');
    } else {
        setTimeout(() => answer(request, response, url), mode === 'slow' ? 20_000 : 0);
    }
}).listen(Number(port), '127.0.0.1');
