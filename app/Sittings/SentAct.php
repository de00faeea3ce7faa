<?php

declare(strict_types=1);

namespace HiddenLadder\App\Sittings;

use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fault as Fault;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Sitting\Act;
use HiddenLadder\Core\Sitting\ActKind;
use HiddenLadder\Core\Sitting\Place;
use Illuminate\Support\Str;

/** One act as a page at the front sends it. */
final readonly class SentAct
{
    /**
     * @param  string  $id  made by the page, so that sending again is no second act
     * @param  int  $after  how many acts the page had seen
     */
    public function __construct(public string $id, public int $after, public Act $act)
    {
    }

    /** @throws Rejected|\HiddenLadder\Core\MalformedInput */
    public static function read(Fields $sent): self
    {
        $sent->only(['id', 'after', 'kind', 'data']);
        $id = $sent->string('id');
        $kind = ActKind::tryFrom($sent->string('kind'));
        if (! Str::isUlid($id)) {
            throw Rejected::invalid(new Message('problem.round.no-id'), [new Fault('/id', new Message('problem.ulid'))]);
        }
        if ($kind === null || $kind === ActKind::Opened) {
            throw Rejected::invalid(new Message('problem.sitting.no-act'), [new Fault('/kind', new Message('problem.sitting.no-act'))]);
        }
        $data = $sent->object('data');
        $data->only(['place', 'cover', 'task', 'round', 'entry', 'hands']);

        return new self(strtoupper($id), $sent->integer('after'), Act::read($kind->value, $data));
    }

    /** Whether something is asked at a place is for its quiz to say. */
    public function standing(Place $place, bool $asks): self
    {
        return new self($this->id, $this->after, Act::stands($place, $asks));
    }
}
