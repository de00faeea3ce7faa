<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Round;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Message;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;

/** Takes videos and pictures in: told by their content, within the limits, pictures decoded and encoded anew. */
final class MediaFolder
{
    public const VIDEOS = ['video/webm' => 'webm', 'video/mp4' => 'mp4'];

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

    public function __construct(private readonly Probe $probe)
    {
    }

    /**
     * A picture, a sound or a file that a student hands in, in a round of theirs.
     *
     * @throws Rejected when it is missing, of another type, or too large; nothing is kept then
     */
    public function takeFrom(Round $round, ?UploadedFile $file): Medium
    {
        $file = $this->arrived($file, new Message('problem.media.choose-hand-in'), new Message('problem.media.unreadable'));
        $type = $this->typeOf($file);
        $kind = self::kindOf($type, $file);
        if ($kind === null || $kind === MediumKind::Video) {
            throw self::wrongType(new Message('problem.media.hand-in-types'));
        }
        Quotas::forRound($round, (int) $file->getSize());
        $owner = ['student_id' => $round->student_id, 'round_id' => $round->id];

        return $this->keep($file, $kind, $type, $owner, trim($file->getClientOriginalName()));
    }

    /**
     * A photograph of a printed sheet.
     *
     * @throws Rejected when it is missing, no picture, or too large; nothing is kept then
     */
    public function takeSheet(Round $round, ?UploadedFile $file): Medium
    {
        $file = $this->arrived($file, new Message('problem.media.choose-hand-in'), new Message('problem.media.unreadable'));
        $type = $this->typeOf($file);
        if (self::kindOf($type, $file) !== MediumKind::Picture) {
            throw self::wrongType(new Message('problem.sheet.no-picture'));
        }
        Quotas::forRound($round, (int) $file->getSize());
        $owner = ['student_id' => $round->student_id, 'round_id' => $round->id, 'is_sheet' => true];

        return $this->keep($file, MediumKind::Picture, $type, $owner, trim($file->getClientOriginalName()));
    }

    /** @throws Rejected when it is missing, of another type, or too large; nothing is kept then */
    public function take(Teacher $teacher, ?UploadedFile $file): Medium
    {
        $file = $this->arrived($file, new Message('problem.media.choose'), new Message('problem.media.none'));
        $type = $this->typeOf($file);
        $kind = self::kindOf($type, $file) ?? throw self::wrongType(new Message('problem.media.types'));
        if ($kind === MediumKind::File && strtolower($file->getClientOriginalExtension()) !== self::FILES[$type]) {
            throw self::wrongType(new Message('problem.media.types'));
        }
        Quotas::forTeacher($teacher, (int) $file->getSize());
        $title = trim(pathinfo($file->getClientOriginalName(), PATHINFO_FILENAME));
        $medium = $this->keep($file, $kind, $type, ['teacher_id' => $teacher->id], $title);
        if ($kind === MediumKind::Video) {
            PrepareVideo::of($medium);
        }

        return $medium;
    }

    /**
     * A picture that the server fetched from an address.
     *
     * @throws Rejected when it cannot be fetched or is none; nothing is kept then
     */
    public function takePictureAt(Teacher $teacher, string $address, OutsideFile $outside): Medium
    {
        Quotas::forTeacher($teacher, 0);
        $file = $outside->fetchPicture($address, $this->limit('picture'));
        try {
            if (! in_array((string) mime_content_type($file), Pictures::TYPES, true)) {
                throw Pictures::broken();
            }
            $id = Ulids::make();
            Pictures::encodeAnew($file, $this->path("$id.webp"));
        } finally {
            unlink($file);
        }

        return $this->put($id, MediumKind::Picture, 'image/webp', "$id.webp", ['teacher_id' => $teacher->id], self::titleIn($address));
    }

    /**
     * Another file for a video that may stand in several quizzes.
     *
     * @throws Rejected when it is missing, none that can be read, or too large; nothing is changed then
     */
    public function replace(Medium $medium, ?UploadedFile $file): void
    {
        $file = $this->arrived($file, new Message('problem.media.choose-video'), new Message('problem.media.none'));
        $type = $this->typeOf($file);
        if (! isset(self::VIDEOS[$type])) {
            throw self::wrongType(new Message('problem.media.video-types'));
        }
        $this->within('video', $file);
        Quotas::forTeacher(Teacher::query()->findOrFail($medium->teacher_id), (int) $file->getSize());
        $seconds = $this->seconds($file->getRealPath());
        $revision = $medium->revision + 1;
        $name = "$medium->id-$revision.".self::VIDEOS[$type];
        $file->move($this->folder(), $name);
        // What it was stays for whoever plays it at this moment; the address of what it is now is another one.
        $medium->update([
            'source' => MediumSource::File, 'file' => $name, 'type' => $type, 'bytes' => (int) filesize($this->path($name)),
            'seconds' => $seconds, 'revision' => $revision, 'address' => null, 'service' => null, 'service_key' => null, 'picture' => null,
        ]);
        MediumFacts::changed($medium);
        PrepareVideo::of($medium);
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

    /** Where a file of that name lies. */
    public function path(string $name): string
    {
        return $this->folder()."/$name";
    }

    /** @return int bytes */
    public function limit(string $what): int
    {
        $limit = config("hidden_ladder.largest.$what");
        assert(is_int($limit));

        return $limit;
    }

    /** What is at an address, called as the address ends. */
    public static function titleIn(string $address): string
    {
        return trim(pathinfo(urldecode((string) parse_url($address, PHP_URL_PATH)), PATHINFO_FILENAME));
    }

    /** @throws Rejected when it is larger than its kind may be */
    public function within(string $what, UploadedFile $file): void
    {
        if ($file->getSize() > $this->limit($what)) {
            throw $this->tooLarge($what);
        }
    }

    /**
     * Length of a video or sound in seconds, from the file itself.
     *
     * @throws Rejected when it is none that can be read
     */
    public function seconds(string $path): float
    {
        return $this->probe->seconds($path) ?? throw self::wrongType(new Message('problem.media.broken-video'));
    }

    /** @throws Rejected when it did not arrive */
    private function arrived(?UploadedFile $file, Message $detail, Message $fault): UploadedFile
    {
        if ($file !== null && $file->isValid()) {
            return $file;
        }
        throw $file !== null && in_array($file->getError(), [UPLOAD_ERR_INI_SIZE, UPLOAD_ERR_FORM_SIZE], true)
            ? $this->tooLarge('video')
            : Rejected::invalid($detail, [new Fault('/file', $fault)]);
    }

    private function typeOf(UploadedFile $file): string
    {
        $type = (string) $file->getMimeType();

        // A recording of sound alone looks like a video without pictures.
        $isSound = $type === 'video/webm'
            && str_starts_with($file->getClientMimeType(), 'audio/')
            && ! $this->probe->hasPictures($file->getRealPath());

        return $isSound ? 'audio/webm' : $type;
    }

    private static function kindOf(string $type, UploadedFile $file): ?MediumKind
    {
        return match (true) {
            isset(self::VIDEOS[$type]) => MediumKind::Video,
            in_array($type, Pictures::TYPES, true) => MediumKind::Picture,
            isset(self::SOUNDS[$type]) => MediumKind::Sound,
            isset(self::FILES[$type]) => MediumKind::File,
            default => null,
        };
    }

    /** @param  array<string, string|bool>  $owner */
    private function keep(UploadedFile $file, MediumKind $kind, string $type, array $owner, string $title): Medium
    {
        $this->within($kind->value, $file);
        $id = Ulids::make();
        if ($kind === MediumKind::Picture) {
            Pictures::encodeAnew($file->getRealPath(), $this->path("$id.webp"));

            return $this->put($id, $kind, 'image/webp', "$id.webp", $owner, $title);
        }
        // What a student hands in is heard by its teacher, however long it says it is.
        $isMeasured = isset($owner['teacher_id']) && $kind !== MediumKind::File;
        $seconds = $isMeasured ? $this->seconds($file->getRealPath()) : null;
        $name = "$id.".((self::VIDEOS + self::SOUNDS + self::FILES)[$type] ?? 'bin');
        $file->move($this->folder(), $name);

        return $this->put($id, $kind, $type, $name, $owner, $title, $seconds);
    }

    /** @param  array<string, string|bool>  $owner */
    private function put(
        string $id,
        MediumKind $kind,
        string $type,
        string $name,
        array $owner,
        string $title,
        ?float $seconds = null,
    ): Medium {
        return Medium::query()->create($owner + [
            'id' => $id, 'kind' => $kind, 'type' => $type, 'title' => self::titled($title), 'file' => $name,
            'bytes' => (int) filesize($this->path($name)), 'seconds' => $seconds,
        ]);
    }

    public static function titled(string $title): string
    {
        return $title === '' ? 'Untitled' : Str::limit($title, 190, '…');
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
}
