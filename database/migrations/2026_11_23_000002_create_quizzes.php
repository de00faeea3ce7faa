<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('media', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('kind', 10);
            $table->string('type', 60);
            $table->string('title', 200);
            $table->unsignedBigInteger('bytes');
            $table->double('seconds')->nullable();
            $table->string('file', 80);
            $table->string('captions', 80)->nullable();
            $table->timestamps(3);
        });
        Schema::create('quizzes', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('title', 200);
            $table->string('state', 12)->default('draft');
            // Counts the saves, so that a second tab cannot silently write over the first.
            $table->unsignedInteger('version')->default(1);
            $table->longText('document');
            $table->timestamps(3);
        });
        Schema::create('editions', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('quiz_id')->constrained();
            $table->unsignedInteger('number');
            $table->unsignedInteger('version');
            $table->longText('document');
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
            $table->longText('value');
            $table->timestamp('made_at', 3);
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->unique(['edition_id', 'number']);
        });
    }

    public function down(): void
    {
        foreach (['corrections', 'editions', 'quizzes', 'media'] as $table) {
            Schema::drop($table);
        }
    }
};
