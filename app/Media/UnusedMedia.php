<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

use HiddenLadder\App\Models\Edition;
use HiddenLadder\App\Models\Medium;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Reason;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Message;
use Illuminate\Support\Facades\DB;

/** Media that nothing uses: deleted by their teacher, and files that belong to nothing swept away. */
final readonly class UnusedMedia
{
    /** Seconds after which a file that belongs to nothing is swept: nobody is sending or playing it any more. */
    private const OLD = 86_400;

    public function __construct(private MediaFolder $folder)
    {
    }

    /** @throws Rejected while a quiz of the teacher's, or an edition of one, names it */
    public function delete(Medium $medium): void
    {
        DB::transaction(function () use ($medium): void {
            $locked = Medium::query()->lockForUpdate()->findOrFail($medium->id);
            if ($this->isUsed($locked)) {
                throw new Rejected(Reason::NoPlace, new Message('problem.media.in-use'));
            }
            $locked->captionTracks()->delete();
            $locked->delete();
        }, 5);
        $files = glob($this->folder->path("$medium->id*"));
        foreach ($files === false ? [] : $files as $file) {
            unlink($file);
        }
    }

    /** Files without an entry, and those that an entry had before its file was replaced. */
    public function sweep(): int
    {
        $swept = 0;
        $named = [];
        $names = scandir($this->folder->folder());
        foreach ($names === false ? [] : $names as $name) {
            $path = $this->folder->path($name);
            if (preg_match('/^([0-9A-Z]{26})[-.]/', $name, $id) === 1 && is_file($path) && filemtime($path) < time() - self::OLD) {
                $named[$id[1]][] = $name;
            }
        }
        foreach (array_chunk(array_keys($named), 500) as $ids) {
            $known = Medium::query()->whereKey($ids)->get(['id', 'file', 'revision'])->keyBy('id');
            foreach ($ids as $id) {
                $medium = $known->get($id);
                foreach ($named[$id] as $name) {
                    $isIts = $medium !== null && ($name === $medium->file || str_starts_with($name, "$id-$medium->revision."));
                    if (! $isIts && unlink($this->folder->path($name))) {
                        $swept++;
                    }
                }
            }
        }

        return $swept;
    }

    private function isUsed(Medium $medium): bool
    {
        $quizzes = Quiz::query()->where('teacher_id', $medium->teacher_id);
        $names = "%$medium->id%";

        return (clone $quizzes)->where('document', 'like', $names)->exists() || Edition::query()->whereIn('quiz_id', $quizzes->select('id'))
            ->where(static fn ($either) => $either->where('document', 'like', $names)->orWhere('corrected', 'like', $names))->exists();
    }
}
