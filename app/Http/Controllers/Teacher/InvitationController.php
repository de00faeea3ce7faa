<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\TeacherAccount;
use HiddenLadder\App\Http\Threshold;
use HiddenLadder\App\Models\Teacher;
use HiddenLadder\App\School\Invitations;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** An invitation to a school, as the one who has its link sees it. */
final class InvitationController extends Controller
{
    public function __construct(private readonly Invitations $invitations)
    {
    }

    public function show(Request $request, string $token): JsonResponse
    {
        $door = Threshold::of($request, 'invitation');
        $door->knock();
        $invitation = $this->invitations->find($token);
        $door->opened();
        $teacher = $request->user('teacher');

        return new JsonResponse([
            'school' => $invitation->school->name,
            'by' => $invitation->teacher->name,
            'email' => $invitation->email,
            'endsAt' => $invitation->ends_at->toIso8601ZuluString(),
            'own' => $teacher instanceof Teacher ? ['name' => $teacher->name] + $this->invitations->before($invitation, $teacher) : null,
        ]);
    }

    public function accept(Request $request, string $token): JsonResponse
    {
        $door = Threshold::of($request, 'invitation');
        $door->knock();
        $invitation = $this->invitations->find($token);
        $door->opened();
        $request->validate(['bring' => ['required', 'boolean']]);
        $teacher = $this->teacher($request);
        $this->invitations->accept($invitation, $teacher, $request->boolean('bring'));

        return new JsonResponse(new TeacherAccount($teacher->refresh()));
    }
}
