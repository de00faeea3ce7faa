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
            // Counts the saves, so that a second tab cannot silently write over the first.
            $table->unsignedInteger('version')->default(1);
            $table->longText('document');
            // Keys of what the inspection found and the teacher left as it is.
            $table->text('left_findings')->nullable();
            $table->timestamps(3);
        });
        Schema::create('editions', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('quiz_id')->constrained();
            $table->unsignedInteger('number');
            $table->unsignedInteger('version');
            $table->longText('document');
            // Counts the corrections made and taken back, so that a round marked under older ones is known.
            $table->unsignedInteger('revision')->default(0);
            $table->timestamp('published_at', 3);
            $table->unique(['quiz_id', 'number']);
        });
        // Mends laid over an edition, in order; taking one back leaves it here and sets taken_back_at.
        Schema::create('corrections', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('edition_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->unsignedInteger('number');
            $table->string('pointer', 400);
            $table->longText('before')->nullable();
            $table->longText('value');
            $table->timestamp('made_at', 3);
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->unique(['edition_id', 'number']);
        });
    }

    public function down(): void
    {
        foreach (['corrections', 'editions', 'quizzes'] as $table) {
            Schema::drop($table);
        }
    }
};
