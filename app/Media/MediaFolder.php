<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\App\SharedMemory;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Message;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Process;
use Illuminate\Support\Str;

/** Takes videos and pictures in: told by their content, within the limits, pictures decoded and encoded anew. */
final class MediaFolder
{
    private const VIDEOS = ['video/webm' => 'webm', 'video/mp4' => 'mp4'];

    private const PICTURES = ['image/jpeg', 'image/png', 'image/webp', 'image/gif'];

    /** Pixels on the longer side; larger pictures are made smaller. */
    private const WIDEST = 2000;

    /** Pixels in all beyond which a picture is not decoded, whatever its bytes. */
    private const MOST_PIXELS = 50_000_000;

    private const SOUNDS = [
        'audio/mpeg' => 'mp3',
        'audio/ogg' => 'ogg',
        'audio/webm' => 'webm',
        'audio/x-wav' => 'wav',
        'audio/wav' => 'wav',
        'audio/mp4' => 'm4a',
        'audio/x-m4a' => 'm4a',
        'audio/aac' => 'aac',
        'audio/flac' => 'flac',
    ];

    /** Documents, to read or handed in; they are only ever downloaded, never shown by the browser. */
    private const FILES = [
        'application/pdf' => 'pdf', 'text/plain' => 'txt', 'application/vnd.oasis.opendocument.text' => 'odt',
        'application/vnd.openxmlformats-officedocument.wordprocessingml.document' => 'docx',
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' => 'xlsx',
    ];

    /**
     * A picture, a sound or a file that a student hands in, in a round of theirs.
     *
     * @throws Rejected when it is missing, of another type, or too large; nothing is kept then
     */
    public function takeFrom(Round $round, ?UploadedFile $file): Medium
    {
        if ($file === null || ! $file->isValid()) {
            throw Rejected::invalid(
                new Message('problem.media.choose-hand-in'),
                [new Fault('/file', new Message('problem.media.unreadable'))],
            );
        }
        $id = Ulids::make();
        [$kind, $type, $name] = $this->keep($file, $id);

        return Medium::query()->create([
            'id' => $id, 'teacher_id' => null, 'student_id' => $round->student_id, 'round_id' => $round->id, 'kind' => $kind,
            'type' => $type,
            'title' => Str::limit(trim($file->getClientOriginalName()), 190, '…'),
            'bytes' => (int) filesize($this->folder()."/$name"), 'seconds' => null, 'file' => $name, 'captions' => null,
        ]);
    }

    /** @return array{MediumKind, string, string} what it is, its media type, its name in the folder */
    private function keep(UploadedFile $file, string $id): array
    {
        $type = (string) $file->getMimeType();
        // A recording of sound alone looks like a video without pictures.
        $type = $type === 'video/webm'
            && str_starts_with($file->getClientMimeType(), 'audio/')
            && ! $this->hasPictures($file->getRealPath())
            ? 'audio/webm'
            : $type;
        if (in_array($type, self::PICTURES, true)) {
            $this->within('picture', $file);
            $this->encodeAnew($file->getRealPath(), $this->folder()."/$id.webp");

            return [MediumKind::Picture, 'image/webp', "$id.webp"];
        }
        $isSound = isset(self::SOUNDS[$type]);
        $ending = self::SOUNDS[$type] ?? self::FILES[$type] ?? throw self::wrongType(new Message('problem.media.hand-in-types'));
        $this->within($isSound ? 'sound' : 'file', $file);
        $file->move($this->folder(), "$id.$ending");

        return [$isSound ? MediumKind::Sound : MediumKind::File, $type, "$id.$ending"];
    }

    private function hasPictures(string $path): bool
    {
        $found = Process::timeout(30)->run(
            ['ffprobe', '-v', 'error', '-select_streams', 'v', '-show_entries', 'stream=codec_type', '-of', 'csv=p=0', $path],
        );

        return trim($found->output()) !== '';
    }

    /** @throws Rejected when it is missing, of another type, or too large; nothing is kept then */
    public function take(Teacher $teacher, ?UploadedFile $file, ?UploadedFile $captions): Medium
    {
        if ($file === null || ! $file->isValid()) {
            throw $file !== null && in_array($file->getError(), [UPLOAD_ERR_INI_SIZE, UPLOAD_ERR_FORM_SIZE], true)
                ? $this->tooLarge('video')
                : Rejected::invalid(new Message('problem.media.choose'), [new Fault('/file', new Message('problem.media.none'))]);
        }
        $type = (string) $file->getMimeType();
        $title = Str::limit(trim(pathinfo($file->getClientOriginalName(), PATHINFO_FILENAME)), 190, '…');
        $id = Ulids::make();
        $folder = $this->folder();
        if (isset(self::VIDEOS[$type])) {
            $this->within('video', $file);
            $subtitles = $captions === null ? null : $this->captions($captions);
            $name = "$id.".self::VIDEOS[$type];
            $seconds = $this->seconds($file->getRealPath());
            $file->move($folder, $name);
            if ($subtitles !== null) {
                file_put_contents("$folder/$id.vtt", $subtitles);
            }
        } elseif (in_array($type, self::PICTURES, true)) {
            $this->within('picture', $file);
            $name = "$id.webp";
            $seconds = null;
            $type = 'image/webp';
            $this->encodeAnew($file->getRealPath(), "$folder/$name");
        } elseif (isset(self::SOUNDS[$type])) {
            $this->within('sound', $file);
            $name = "$id.".self::SOUNDS[$type];
            $seconds = $this->seconds($file->getRealPath());
            $kind = MediumKind::Sound;
            $file->move($folder, $name);
        } elseif (isset(self::FILES[$type]) && strtolower($file->getClientOriginalExtension()) === self::FILES[$type]) {
            $this->within('file', $file);
            $name = "$id.".self::FILES[$type];
            $seconds = null;
            $kind = MediumKind::File;
            $file->move($folder, $name);
        } else {
            throw self::wrongType(new Message('problem.media.types'));
        }

        return $teacher->media()->create([
            'id' => $id,
            'student_id' => null,
            'round_id' => null,
            'kind' => $kind ?? ($seconds === null ? MediumKind::Picture : MediumKind::Video),
            'type' => $type,
            'title' => $title === '' ? 'Untitled' : $title,
            'bytes' => (int) filesize("$folder/$name"),
            'seconds' => $seconds,
            'file' => $name,
            'captions' => isset($subtitles) ? "$id.vtt" : null,
        ]);
    }

    /**
     * A picture that the server fetched from an address.
     *
     * @throws Rejected when it cannot be fetched or is none; nothing is kept then
     */
    public function takeFromAddress(Teacher $teacher, string $address, PictureFromAddress $pictures): Medium
    {
        $file = $pictures->fetch($address, $this->limit('picture'));
        try {
            if (! in_array((string) mime_content_type($file), self::PICTURES, true)) {
                throw self::wrongType(new Message('problem.media.broken-picture'));
            }
            $id = Ulids::make();
            $this->encodeAnew($file, $this->folder()."/$id.webp");
        } finally {
            unlink($file);
        }
        $title = Str::limit(trim(pathinfo(urldecode((string) parse_url($address, PHP_URL_PATH)), PATHINFO_FILENAME)), 190, '…');

        return $teacher->media()->create([
            'id' => $id, 'student_id' => null, 'round_id' => null, 'kind' => MediumKind::Picture, 'type' => 'image/webp',
            'title' => $title === '' ? 'Untitled' : $title, 'bytes' => (int) filesize($this->folder()."/$id.webp"),
            'seconds' => null, 'file' => "$id.webp", 'captions' => null,
        ]);
    }

    public function folder(): string
    {
        $folder = config('hidden_ladder.media_folder');
        assert(is_string($folder));
        if (! is_dir($folder)) {
            mkdir($folder, 0o775, true);
        }

        return $folder;
    }

    /**
     * What a player has to know about videos and pictures before it loads them.
     *
     * @param  list<string>  $ids
     * @return array<string, array{seconds: ?float, captions: bool, kind: string}>|\stdClass by id; an empty object where there are none
     */
    public function described(array $ids): array|\stdClass
    {
        // A medium is never changed, so that what is kept of it stays right.
        $described = $unknown = [];
        foreach ($ids as $id) {
            /** @var ?array{seconds: ?float, captions: bool, kind: string} $known */
            $known = SharedMemory::get("medium/$id");
            $known === null ? $unknown[] = $id : $described[$id] = $known;
        }
        foreach ($unknown === [] ? [] : Medium::query()->findMany($unknown) as $medium) {
            $described[$medium->id] = [
                'seconds' => $medium->seconds,
                'captions' => $medium->captions !== null,
                'kind' => $medium->kind->value,
            ];
            SharedMemory::put("medium/$medium->id", $described[$medium->id]);
        }

        return $described === [] ? new \stdClass : $described;
    }

    private function within(string $what, UploadedFile $file): void
    {
        if ($file->getSize() > $this->limit($what)) {
            throw $this->tooLarge($what);
        }
    }

    private function limit(string $what): int
    {
        $limit = config("hidden_ladder.largest.$what");
        assert(is_int($limit));

        return $limit;
    }

    private function tooLarge(string $what): Rejected
    {
        $limit = $this->limit($what);
        [$unit, $shift] = $limit >= 1024 * 1024 ? ['MB', 20] : ['kB', 10];

        return new Rejected(
            Reason::TooLarge,
            new Message('problem.media.too-large', ['kind' => $what, 'limit' => $limit >> $shift, 'unit' => $unit]),
            ['limit' => $limit],
        );
    }

    private static function wrongType(Message $detail): Rejected
    {
        return new Rejected(Reason::WrongType, $detail);
    }

    private function captions(UploadedFile $file): string
    {
        $this->within('captions', $file);
        $text = (string) file_get_contents($file->getRealPath());
        if (preg_match('/^(\xEF\xBB\xBF)?WEBVTT([ \t\r\n]|$)/', $text) !== 1 || ! mb_check_encoding($text, 'UTF-8')) {
            throw self::wrongType(new Message('problem.media.captions-type'));
        }

        return $text;
    }

    /**
     * Length of a video in seconds, from the file itself.
     *
     * @throws Rejected when it is none that can be read
     */
    public function seconds(string $path): float
    {
        $found = Process::timeout(30)->run(['ffprobe', '-v', 'error', '-show_entries', 'format=duration', '-of', 'csv=p=0', $path]);
        $seconds = trim($found->output());
        if (! $found->successful() || ! is_numeric($seconds) || (float) $seconds <= 0) {
            throw self::wrongType(new Message('problem.media.broken-video'));
        }

        return round((float) $seconds, 2);
    }

    private function encodeAnew(string $from, string $to): void
    {
        $size = @getimagesize($from);
        if ($size === false) {
            throw self::wrongType(new Message('problem.media.broken-picture'));
        }
        if ($size[0] * $size[1] > self::MOST_PIXELS) {
            throw new Rejected(
                Reason::TooLarge,
                new Message(
                    'problem.media.too-many-pixels',
                    ['width' => $size[0], 'height' => $size[1], 'most' => self::MOST_PIXELS / 1e6],
                ),
            );
        }
        $picture = @imagecreatefromstring((string) file_get_contents($from));
        if ($picture === false) {
            throw self::wrongType(new Message('problem.media.broken-picture'));
        }
        $longer = max(imagesx($picture), imagesy($picture));
        if ($longer > self::WIDEST) {
            $scaled = imagescale($picture, (int) round(imagesx($picture) * self::WIDEST / $longer));
            $picture = $scaled === false ? $picture : $scaled;
        }
        imagepalettetotruecolor($picture);
        imagewebp($picture, $to, 85);
    }
}
