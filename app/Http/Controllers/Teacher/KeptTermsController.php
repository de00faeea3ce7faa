<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Models\KeptTerms;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\Rejected;
use HiddenLadder\Core\Fields;
use HiddenLadder\Core\Message;
use HiddenLadder\Core\Terms\Terms;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Sets of terms that a teacher keeps under names. */
final class KeptTermsController extends Controller
{
    /** Names that one teacher may keep. */
    private const MOST = 50;

    public function index(Request $request): JsonResponse
    {
        return $this->all($this->teacher($request));
    }

    /** Under a name that is there already, these stand in place of what was kept. */
    public function store(Request $request): JsonResponse
    {
        $request->validate(['name' => ['required', 'string', 'max:60'], 'terms' => ['required', 'array']]);
        $teacher = $this->teacher($request);
        $name = $request->string('name')->trim()->value();
        $terms = Terms::read(Fields::of($request->array('terms'), '/terms'))->with(gates: [])->toArray();
        $kept = KeptTerms::query()->whereBelongsTo($teacher);
        if ((clone $kept)->where('name', $name)->doesntExist() && (clone $kept)->count() >= self::MOST) {
            throw Rejected::invalid(new Message('problem.kept-terms.too-many', ['most' => self::MOST]));
        }
        KeptTerms::query()->updateOrCreate(['teacher_id' => $teacher->id, 'name' => $name], ['terms' => $terms]);

        return $this->all($teacher, 201);
    }

    public function destroy(Request $request, string $kept): Response
    {
        KeptTerms::query()->whereBelongsTo($this->teacher($request))->findOrFail($kept)->delete();

        return new Response('', 204);
    }

    private function all(Teacher $teacher, int $status = 200): JsonResponse
    {
        $kept = KeptTerms::query()->whereBelongsTo($teacher)->orderBy('name')->orderBy('id')->get();

        return new JsonResponse($kept->map(static fn (KeptTerms $one): array => [
            'id' => $one->id, 'name' => $one->name, 'terms' => $one->terms,
        ])->all(), $status);
    }
}
