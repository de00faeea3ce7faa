<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('quizzes', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('title', 200);
            $table->string('state', 12)->default('draft');
            // Made up on the spot, in front of a class.
            $table->boolean('put_at_once')->default(false);
            // Number of the last change. What the document was before the first, and what it is now: derived from that and them.
            $table->unsignedInteger('version')->default(1);
            $table->longText('origin')->nullable();
            $table->longText('document');
            // Keys of what the inspection found and the teacher left as it is.
            $table->text('left_findings')->nullable();
            $table->timestamps(3);
        });
        // Append-only. A change that did not fit stands here too, with why; it did nothing.
        Schema::create('quiz_changes', static function (Blueprint $table): void {
            $table->comment('append-only: the app can only add rows');
            $table->foreignUlid('quiz_id')->constrained();
            $table->unsignedInteger('number');
            $table->ulid('change_id');
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('kind', 12);
            $table->string('label', 200);
            // The one member it sets, where it does nothing else: typing goes on in it.
            $table->string('member', 160)->nullable();
            $table->longText('edits');
            $table->longText('inverse')->nullable();
            // Of an undo or redo: the numbers of the changes it takes back.
            $table->text('takes_back')->nullable();
            $table->text('unfit')->nullable();
            $table->timestamp('made_at', 3);
            $table->primary(['quiz_id', 'number']);
            $table->unique(['quiz_id', 'change_id']);
        });
        Schema::create('editions', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('quiz_id')->constrained();
            $table->unsignedInteger('number');
            $table->unsignedInteger('version');
            $table->longText('document');
            // With the corrections laid over it: derived from the document and edition_corrections.
            $table->longText('corrected')->nullable();
            // Counts the corrections laid and taken back, so that a round marked under older ones is known.
            $table->unsignedInteger('revision')->default(0);
            $table->timestamp('published_at', 3);
            $table->unique(['quiz_id', 'number']);
        });
        // What was corrected of a quiz in use.
        Schema::create('corrections', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('quiz_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->unsignedInteger('number');
            $table->string('label', 200);
            $table->longText('edits');
            $table->timestamp('made_at', 3);
            $table->timestamp('taken_back_at', 3)->nullable();
            // Rounds that were marked again for it; null until they were.
            $table->unsignedInteger('marked')->nullable();
            $table->unique(['quiz_id', 'number']);
        });
        // Append-only: how each correction was laid over each edition, and taken back from it. Each edition has its own inverse.
        Schema::create('edition_corrections', static function (Blueprint $table): void {
            $table->comment('append-only: the app can only add rows');
            $table->ulid('id')->primary();
            $table->foreignUlid('edition_id')->constrained();
            $table->foreignUlid('correction_id')->constrained();
            $table->unsignedInteger('number');
            $table->boolean('takes_back');
            $table->longText('edits');
            $table->longText('inverse');
            $table->text('unfit')->nullable();
            $table->timestamp('made_at', 3);
            $table->unique(['edition_id', 'number']);
        });
    }

    public function down(): void
    {
        foreach (['edition_corrections', 'corrections', 'editions', 'quiz_changes', 'quizzes'] as $table) {
            Schema::drop($table);
        }
    }
};
