<?php

declare(strict_types=1);

namespace HiddenLadder\Core\Formats\Xapi;

use HiddenLadder\Core\Fields;
use HiddenLadder\Core\MalformedInput;
use HiddenLadder\Core\Marking\Response;
use HiddenLadder\Core\Quiz\Entry;
use HiddenLadder\Core\Quiz\Question;
use HiddenLadder\Core\Quiz\QuestionKind;
use HiddenLadder\Core\Quiz\QuizDocument;
use HiddenLadder\Core\Quiz\VideoStop;

/**
 * What a student did in a round, as statements of xAPI 1.0.3 (ADL, Experience API: Data). What is watched follows the xAPI Video
 * Profile 1.0: each stretch that was played is a `paused` statement with its played segment. What no common verb says has a verb
 * of this application's own.
 */
final readonly class Statements
{
    private const ADL = 'http://adlnet.gov/expapi/verbs/';

    private const VIDEO = 'https://w3id.org/xapi/video';

    /** Kinds of event that a common verb says. */
    private const VERBS = ['started' => 'initialized', 'answered' => 'answered', 'asked-for-help' => 'asked', 'commented' => 'commented'];

    /**
     * @param  string  $home  address of the application, without a slash at its end
     * @param  string  $quizId  of the quiz
     * @param  string  $task  id of the task
     * @param  string  $round  id of the round
     * @param  array{id: string, name: string}  $student
     * @param  ?float  $score  of the round where it is finished, a share of the points from 0 to 1
     */
    public function __construct(
        private QuizDocument $quiz,
        private string $home,
        private string $quizId,
        private string $task,
        private string $round,
        private array $student,
        private ?float $score,
    ) {
    }

    /** @return list<array<string, mixed>> one, and another where the event ended the round */
    public function of(Told $event): array
    {
        $statements = [$this->statement($event, $this->verb($event->kind), $this->object($event), $this->result($event))];
        foreach ($event->facts as $fact) {
            if (($fact['kind'] ?? null) === 'finished') {
                $result = ['completion' => true] + ($this->score === null ? [] : ['score' => ['scaled' => $this->score]]);
                $statements[] = $this->statement($event, $this->common('completed'), $this->activity(), $result, '/completed');
            }
        }

        return $statements;
    }

    /**
     * @param  array{id: string, display: array<string, string>}  $verb
     * @param  array<string, mixed>  $object
     * @param  array<string, mixed>  $result
     * @return array<string, mixed>
     */
    private function statement(Told $event, array $verb, array $object, array $result, string $more = ''): array
    {
        $isWatched = $event->kind === 'watched' && $more === '';
        $registration = NameBasedId::of("$this->home/rounds/$this->round");
        $by = $event->data['by'] ?? null;
        $milliseconds = str_pad((string) ($event->at % 1000), 3, '0', STR_PAD_LEFT);

        return [
            'id' => NameBasedId::of("$this->home/events/$event->id$more"),
            'actor' => is_string($by) && $more === ''
                ? $this->agent(['id' => $by])
                : $this->agent($this->student),
            'verb' => $verb,
            'object' => $object,
        ] + ($result === [] ? [] : ['result' => $result]) + [
            'context' => [
                'registration' => $registration,
                'language' => $this->quiz->language,
                'contextActivities' => [
                    'parent' => [['objectType' => 'Activity', 'id' => "$this->home/quizzes/$this->quizId"]],
                    'grouping' => [['objectType' => 'Activity', 'id' => "$this->home/tasks/$this->task"]],
                ] + ($isWatched ? ['category' => [['objectType' => 'Activity', 'id' => self::VIDEO]]] : []),
            ] + (is_string($by) ? ['extensions' => ["$this->home/xapi/student" => $this->student['id']]] : [])
                + ($isWatched ? ['extensions' => [self::VIDEO.'/extensions/session-id' => $registration]] : []),
            'timestamp' => gmdate('Y-m-d\TH:i:s', intdiv($event->at, 1000)).".{$milliseconds}Z",
            'version' => '1.0.3',
        ];
    }

    /**
     * @param  array{id: string, name?: string}  $who
     * @return array<string, mixed>
     */
    private function agent(array $who): array
    {
        return ['objectType' => 'Agent'] + (isset($who['name']) && $who['name'] !== '' ? ['name' => $who['name']] : [])
            + ['account' => ['homePage' => $this->home, 'name' => $who['id']]];
    }

    /** @return array{id: string, display: array<string, string>} */
    private function verb(string $kind): array
    {
        return match (true) {
            $kind === 'watched' => ['id' => self::VIDEO.'/verbs/paused', 'display' => ['en' => 'paused']],
            isset(self::VERBS[$kind]) => $this->common(self::VERBS[$kind]),
            default => ['id' => "$this->home/xapi/verbs/$kind", 'display' => ['en' => str_replace('-', ' ', $kind)]],
        };
    }

    /** @return array{id: string, display: array<string, string>} */
    private function common(string $verb): array
    {
        return ['id' => self::ADL.$verb, 'display' => ['en' => $verb]];
    }

    /** @return array<string, mixed> the quiz */
    private function activity(): array
    {
        return $this->described("quizzes/$this->quizId", $this->quiz->title, 'http://adlnet.gov/expapi/activities/assessment');
    }

    /** @return array<string, mixed> what the event is about: a question, a video, a place in the quiz, or the quiz */
    private function object(Told $event): array
    {
        $about = fn (string $member): ?string => is_string($event->data[$member] ?? null) ? $event->data[$member] : null;
        $question = $this->quiz->question($about('question') ?? '');
        if ($question !== null) {
            return $this->question($question);
        }
        $video = $about('video');
        if ($video !== null) {
            $stop = $this->quiz->stop($video);

            return $this->described("videos/$video", $stop instanceof VideoStop ? $stop->title : '', self::VIDEO.'/activity-type/video');
        }
        foreach (['question', 'stop', 'from', 'cue'] as $member) {
            $id = $about($member);
            if ($id !== null) {
                $name = $this->quiz->stop($id)?->name() ?? '';

                return $this->described("places/$id", $name, 'http://adlnet.gov/expapi/activities/interaction');
            }
        }

        return $this->activity();
    }

    /** @return array<string, mixed> */
    private function question(Question $question): array
    {
        $kind = match ($question->kind) {
            QuestionKind::OneChoice, QuestionKind::SeveralChoices, QuestionKind::Poll => 'choice',
            QuestionKind::TrueFalse => 'true-false',
            QuestionKind::ShortText, QuestionKind::Gaps => 'fill-in',
            QuestionKind::Number => 'numeric',
            QuestionKind::Order => 'sequencing',
            QuestionKind::Match => 'matching',
            QuestionKind::Written => 'long-fill-in',
            QuestionKind::Expression, QuestionKind::HandIn => 'other',
        };
        $activity = $this->described("questions/$question->id", $question->text(), 'http://adlnet.gov/expapi/activities/cmi.interaction');
        $activity['definition']['interactionType'] = $kind;
        if ($kind === 'choice') {
            $activity['definition']['choices'] = array_map(fn (Entry $entry): array => [
                'id' => $entry->id, 'description' => [$this->quiz->language => $entry->text->name()],
            ], $question->entries);
        }

        return $activity;
    }

    /** @return array{objectType: string, id: string, definition: array<string, mixed>} */
    private function described(string $path, string $name, string $type): array
    {
        return [
            'objectType' => 'Activity', 'id' => "$this->home/$path",
            'definition' => ($name === '' ? [] : ['name' => [$this->quiz->language => $name]]) + ['type' => $type],
        ];
    }

    /** @return array<string, mixed> */
    private function result(Told $event): array
    {
        return match ($event->kind) {
            'answered' => $this->answered($event),
            'commented' => is_string($event->data['text'] ?? null) ? ['response' => $event->data['text']] : [],
            'watched' => $this->watched($event),
            'overruled' => is_numeric($event->data['share'] ?? null)
                ? ['score' => ['scaled' => (float) $event->data['share']]] + $this->worded($event->data['comment'] ?? '')
                : [],
            default => [],
        };
    }

    /** @return array<string, mixed> */
    private function worded(mixed $words): array
    {
        return is_string($words) && $words !== '' ? ['response' => $words] : [];
    }

    /** @return array<string, mixed> */
    private function answered(Told $event): array
    {
        $response = is_array($event->data['response'] ?? null) ? self::response($event->data['response']) : null;
        $result = $response === null ? [] : ['response' => $response];
        foreach ($event->facts as $fact) {
            // What a person has to read, or what was asked back, is neither right nor wrong.
            if (($fact['kind'] ?? null) === 'marked' && in_array($fact['result'] ?? null, ['right', 'partly', 'not-right'], true)) {
                $share = is_numeric($fact['share'] ?? null) ? (float) $fact['share'] : ($fact['result'] === 'right' ? 1.0 : 0.0);
                $result += ['success' => $fact['result'] === 'right', 'score' => ['scaled' => $share]];
            }
        }

        return $result + ($event->seconds === null ? [] : ['duration' => 'PT'.round($event->seconds, 2).'S']);
    }

    /** @param  array<array-key, mixed>  $response  with its parts set apart as xAPI has them */
    private static function response(array $response): ?string
    {
        try {
            $read = Response::read(Fields::of($response));
        } catch (MalformedInput) {
            return null;
        }
        $pairs = [];
        foreach ($read->map as $of => $to) {
            $pairs[] = "{$of}[.]$to";
        }

        return match ($read->as) {
            'text' => (string) $read->text,
            'pairs' => implode('[,]', $pairs),
            'gaps' => implode('[,]', $read->map),
            default => implode('[,]', $read->list),
        };
    }

    /** @return array<string, mixed> */
    private function watched(Told $event): array
    {
        [$from, $to] = [(float) ($event->data['from'] ?? 0), (float) ($event->data['to'] ?? 0)];

        return ['extensions' => [
            self::VIDEO.'/extensions/time' => round($to, 3),
            self::VIDEO.'/extensions/played-segments' => round($from, 3).'[.]'.round($to, 3),
        ]];
    }
}
