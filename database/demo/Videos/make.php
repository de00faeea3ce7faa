<?php

declare(strict_types=1);

// Makes the demo's videos: drawn frames, spoken by espeak-ng, put together by ffmpeg as WebM with WebVTT captions.
// Run by bin/make-videos; the results are shipped in database/demo/media.

use HiddenLadder\Demo\Videos\Pen;
use HiddenLadder\Demo\Videos\Scenes;

require getenv('COMPOSER_VENDOR_DIR').'/autoload.php';

const FPS = 10;
const FONT = '/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf';
/** Silence after each sentence, in seconds. */
const PAUSE = 0.7;

$videos = [
    'two-high-tides' => [
        [
            'Stand on the quay at Skerry Bay for a whole day, and you see the water rise twice, and fall twice. Why twice?',
            Scenes::quay(...),
        ],
        ['The Moon pulls on the whole Earth. But it pulls harder on the side that is nearer to it.', Scenes::pull(...)],
        ['So on the near side, the water is drawn towards the Moon, and piles up. That is the first bulge.', Scenes::nearBulge(...)],
        [
            'On the far side, the pull is weakest. The Earth itself is drawn away from the water there, a little, and the water is left behind. That is the second bulge.',
            Scenes::farBulge(...),
        ],
        ['Between the two bulges, the water is low.', Scenes::between(...)],
        [
            'Now the Earth turns. In one turn, our bay passes through both bulges, and through the low water between them. That makes two high tides, and two low tides.',
            Scenes::turning(...),
        ],
        [
            'Meanwhile the Moon moves on a little, and the bay has to catch up. So from one high tide to the next it takes about twelve hours and twenty-five minutes.',
            Scenes::moonMoves(...),
        ],
    ],
    'tidal-range' => [
        ['Twice a day the water at the quay climbs to its high mark, and sinks to its low mark.', Scenes::rangeMarks(...)],
        [
            'The tidal range is the height between the two marks. It says how far the water climbs, not how deep it is.',
            Scenes::rangeArrow(...),
        ],
        [
            'So take the low water away from the high water. Five point two, minus one point four, is three point eight metres.',
            Scenes::rangeSum(...),
        ],
    ],
    'rule-of-twelfths' => [
        [
            'From low water to high water takes about six hours. But the water does not climb by the same amount each hour.',
            Scenes::evenly(...),
        ],
        [
            'It starts slowly, is fastest in the middle, and ends slowly. In twelfths of the range: one, two, three, three, two, one.',
            Scenes::slowFastSlow(...),
        ],
        [
            'Say the range is four point eight metres. One twelfth is nought point four metres. In the third hour the water climbs three twelfths: one point two metres.',
            Scenes::twelfthsExample(...),
        ],
    ],
];

/** @param  list<string>  $command */
function run(array $command): void
{
    $process = proc_open($command, [1 => ['file', '/dev/null', 'w'], 2 => ['pipe', 'w']], $pipes);
    if ($process === false) {
        exit("Cannot run $command[0]\n");
    }
    $errors = stream_get_contents($pipes[2]);
    if (proc_close($process) !== 0) {
        exit("$command[0] failed: $errors\n");
    }
}

function clock(float $seconds): string
{
    return sprintf('%02d:%02d:%06.3f', intdiv((int) $seconds, 3600), intdiv((int) $seconds, 60) % 60, fmod($seconds, 60));
}

/** Seconds of a wave file: bytes of sound over bytes a second, from its header. */
function lengthOf(string $wave): float
{
    $header = unpack('Vrate', (string) file_get_contents($wave, false, null, 28, 4));

    return ((int) filesize($wave) - 44) / ($header['rate'] ?? 44100);
}

$folder = sys_get_temp_dir().'/hidden-ladder-videos-'.getmypid();
mkdir($folder);
$wanted = array_slice($argv, 1);
foreach ($videos as $name => $sentences) {
    if ($wanted !== [] && ! in_array($name, $wanted, true)) {
        continue;
    }
    $out = __DIR__."/../media/$name";
    $at = 0.0;
    $captions = "WEBVTT\n";
    $lengths = [];
    foreach ($sentences as $index => [$words]) {
        $wave = "$folder/$name-$index.wav";
        run(['espeak-ng', '-v', 'en-gb', '-s', '150', '-p', '42', '-g', '4', '-w', $wave, $words]);
        $spoken = lengthOf($wave);
        $frames = (int) ceil(($spoken + PAUSE) * FPS);
        $lengths[] = $frames;
        $captions .= "\n".clock($at).' --> '.clock($at + $spoken + 0.3)."\n$words\n";
        $at += $frames / FPS;
    }
    file_put_contents("$out.vtt", $captions);

    $encoder = ['ffmpeg', '-y', '-loglevel', 'error', '-f', 'image2pipe', '-framerate', (string) FPS, '-c:v', 'bmp', '-i', '-'];
    $filters = [];
    foreach ($sentences as $index => $sentence) {
        array_push($encoder, '-i', "$folder/$name-$index.wav");
        $filters[] = '['.($index + 1).':a]aresample=48000,apad=whole_dur='.($lengths[$index] / FPS)."[a$index]";
    }
    $joined = implode('', array_map(static fn (int $i): string => "[a$i]", array_keys($sentences)));
    array_push(
        $encoder,
        '-filter_complex', implode(';', $filters).";{$joined}concat=n=".count($sentences).':v=0:a=1[sound]',
        '-map', '0:v', '-map', '[sound]',
        '-c:v', 'libvpx-vp9', '-crf', '40', '-b:v', '0', '-g', '40', '-row-mt', '1', '-cpu-used', '4', '-pix_fmt', 'yuv420p',
        '-c:a', 'libopus', '-b:a', '40k', '-ac', '1', '-shortest', "$out.webm",
    );
    $ffmpeg = proc_open($encoder, [0 => ['pipe', 'r'], 2 => STDERR], $pipes);
    if ($ffmpeg === false) {
        exit("Cannot run ffmpeg\n");
    }
    foreach ($sentences as $index => [, $scene]) {
        for ($frame = 0; $frame < $lengths[$index]; $frame++) {
            $pen = new Pen(FONT);
            $scene($pen, $frame / max(1, $lengths[$index] - 1));
            fwrite($pipes[0], $pen->bytes());
        }
    }
    fclose($pipes[0]);
    proc_close($ffmpeg) === 0 || exit("ffmpeg failed on $name\n");
    $bytes = (int) filesize("$out.webm");
    printf("%s: %.1f s, %d kB\n", $name, $at, $bytes / 1024);
    $bytes < 3 * 1024 * 1024 || exit("$name is larger than 3 MB\n");
}
foreach (new \FilesystemIterator($folder) as $file) {
    assert($file instanceof \SplFileInfo);
    unlink($file->getPathname());
}
rmdir($folder);
