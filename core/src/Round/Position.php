<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Round;

use HiddenLadder\Core\Quiz\Clip;
use HiddenLadder\Core\Quiz\Cue;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionStop;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\Rung;
use HiddenLadder\Core\Quiz\VideoStop;

/** What a state means in its quiz: the question in hand, the next rung, the clips in reach. Reads, never changes. */
final readonly class Position
{
    public function __construct(private QuizDocument $quiz)
    {
    }

    /** The question being asked, or the one whose ladder the student is on. */
    public function question(State $state): ?Question
    {
        foreach (array_reverse($state->path) as $frame) {
            if ($frame->kind === FrameKind::Rung) {
                continue;
            }
            if ($frame->kind === FrameKind::Cue) {
                return $this->cue($state)?->question;
            }
            $stop = $this->quiz->stop($frame->id);

            return $stop instanceof QuestionStop ? $stop->question : null;
        }

        return null;
    }

    /** The cue the student is at, or under. */
    public function cue(State $state): ?Cue
    {
        $stop = $this->quiz->stop((string) $state->stop());
        foreach (array_reverse($state->path) as $frame) {
            if ($frame->kind === FrameKind::Stop) {
                return null;
            }
            if ($frame->kind === FrameKind::Cue) {
                return $stop instanceof VideoStop ? $stop->cue($frame->id) : null;
            }
        }

        return null;
    }

    /** The first cue of a video, in time, whose question is neither right nor set aside. */
    public function openCue(VideoStop $stop, State $state): ?Cue
    {
        foreach ($stop->cues as $cue) {
            $standing = $state->record($cue->question->id)->standing;
            if (! $standing->isRight() && $standing !== Standing::SetAside) {
                return $cue;
            }
        }

        return null;
    }

    /** The rung that asking for help would show: further down the ladder the last slip chose, else down the question's. */
    public function nextRung(Question $question, State $state): ?Frame
    {
        $record = $state->record($question->id);
        $top = $state->top();
        $chosen = $top?->kind === FrameKind::Rung ? $top->ladder : $record->mark?->entry;
        foreach ([$chosen, null] as $ladder) {
            $rung = $question->ladder($ladder)[$record->depth($ladder)] ?? null;
            if ($rung !== null) {
                return Frame::rung($rung->id, $ladder);
            }
        }

        return null;
    }

    /** @return list<Rung> the rungs seen so far, ladder by ladder from the top */
    public function seenRungs(Question $question, State $state): array
    {
        $seen = [];
        foreach ($state->record($question->id)->depths as $ladder => $depth) {
            array_push($seen, ...array_slice($question->ladder($ladder === '' ? null : $ladder), 0, $depth));
        }

        return $seen;
    }

    /** The video of a stop that was reached or a rung that was seen: what was watched there may be told late. */
    public function clipSeen(string $id, State $state): ?Clip
    {
        $stop = $this->quiz->stop($id);
        if ($stop instanceof VideoStop) {
            return in_array($id, $state->visited, true) ? $stop->clip : null;
        }
        foreach (array_keys($state->records) as $asked) {
            $question = $this->quiz->question($asked);
            foreach ($question === null ? [] : $this->seenRungs($question, $state) as $rung) {
                if ($rung->id === $id) {
                    return $rung->clip;
                }
            }
        }

        return null;
    }
}
