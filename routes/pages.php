<?php

declare(strict_types=1);

use HiddenLadder\App\Http\Controllers\MediaFileController;
use Illuminate\Support\Facades\Route;

Route::get('media/{medium}', [MediaFileController::class, 'file']);
Route::get('media/{medium}/captions', [MediaFileController::class, 'captions']);

// The student's application: class door, own page, player. It never loads the teacher's bundle.
Route::view('join/{phrase?}', 'student');
Route::view('me', 'student');
Route::view('walk/{round}', 'student');

Route::view('{path?}', 'teacher')->where('path', '(?!api/|build/).*');
