<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Files that take a while to make: whose they are, of what, and how far they are.
        Schema::create('exports', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained()->cascadeOnDelete();
            $table->string('matter', 10);
            $table->foreignUlid('task_id')->nullable()->constrained()->cascadeOnDelete();
            $table->foreignUlid('student_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('title', 200);
            $table->string('state', 10);
            // 0 to 1.
            $table->double('done')->default(0);
            $table->unsignedBigInteger('bytes')->nullable();
            $table->timestamps(3);
            $table->index('created_at');
        });
    }

    public function down(): void
    {
        Schema::drop('exports');
    }
};
