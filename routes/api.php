<?php

declare(strict_types=1);

use App\Http\Bounds;
use App\Http\Controllers\ArchiveController;
use App\Http\Controllers\AreaController;
use App\Http\Controllers\AttachmentController;
use App\Http\Controllers\BatchReadController;
use App\Http\Controllers\BoardController;
use App\Http\Controllers\CalendarController;
use App\Http\Controllers\CaptureController;
use App\Http\Controllers\ClosingController;
use App\Http\Controllers\CredentialController;
use App\Http\Controllers\DayController;
use App\Http\Controllers\DeviceController;
use App\Http\Controllers\DevicePasswordController;
use App\Http\Controllers\EntryController;
use App\Http\Controllers\EntryHistoryController;
use App\Http\Controllers\FeedController;
use App\Http\Controllers\FilingController;
use App\Http\Controllers\FilterController;
use App\Http\Controllers\FittingController;
use App\Http\Controllers\FollowController;
use App\Http\Controllers\HistoryController;
use App\Http\Controllers\InterchangeController;
use App\Http\Controllers\InvitationController;
use App\Http\Controllers\LeadUpController;
use App\Http\Controllers\LeaveController;
use App\Http\Controllers\ManyController;
use App\Http\Controllers\OccurrenceController;
use App\Http\Controllers\ReminderController;
use App\Http\Controllers\RoundController;
use App\Http\Controllers\RoutineController;
use App\Http\Controllers\SearchController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\TallyController;
use App\Http\Controllers\TemplateController;
use App\Http\Controllers\ThemeController;
use App\Http\Controllers\TimingController;
use App\Http\Middleware\IdempotentRequest;
use App\Http\Middleware\ReadsOnly;
use App\Http\Middleware\SaysRevision;
use Illuminate\Support\Facades\Route;

Route::get('session', [SessionController::class, 'show'])->bounds(Bounds::Read);
// Each counts its own wrong tries (Accounts\Backoff).
Route::post('session', [SessionController::class, 'signIn'])->bounds(Bounds::Change);
Route::post('account', [SessionController::class, 'open'])->middleware('throttle:open-account')->bounds(Bounds::Change);
Route::post('account/reset', [CredentialController::class, 'forgotten'])->bounds(Bounds::Change);
Route::put('account/reset', [CredentialController::class, 'reset'])->middleware('throttle:open-account')->bounds(Bounds::Change);

// What holds a password or a token is not kept to be answered again.
Route::middleware('auth:sanctum')->group(function (): void {
    Route::patch('account/password', [CredentialController::class, 'password'])->bounds(Bounds::Change);
    Route::patch('account/email', [CredentialController::class, 'address'])->bounds(Bounds::Change);
    Route::get('archives', [ArchiveController::class, 'index'])->bounds(Bounds::Read);
    Route::post('archives', [ArchiveController::class, 'store'])->bounds(Bounds::Export);
    Route::patch('archives', [ArchiveController::class, 'change'])->bounds(Bounds::Change);
    Route::post('archives/file', [ArchiveController::class, 'bring'])->name('archives.bring')->bounds(Bounds::Upload);
    Route::get('archives/{archive}', [ArchiveController::class, 'show'])->name('archives.show')->bounds(Bounds::Export);
    Route::post('archives/{archive}/restore', [ArchiveController::class, 'restore'])->bounds(Bounds::Export);
    Route::delete('archives/{archive}', [ArchiveController::class, 'destroy'])->bounds(Bounds::Change);
    Route::post('account/leave', [LeaveController::class, 'store'])->bounds(Bounds::Export);
    Route::delete('account/leave', [LeaveController::class, 'destroy'])->bounds(Bounds::Change);
    Route::get('invitations', [InvitationController::class, 'index'])->bounds(Bounds::Read);
    Route::post(
        'invitations',
        [InvitationController::class, 'store'],
    )->middleware('throttle:open-account')->bounds(Bounds::Change);
    Route::delete('invitations/{invitation}', [InvitationController::class, 'destroy'])->bounds(Bounds::Change);
    Route::get('devices', [DeviceController::class, 'index'])->bounds(Bounds::Read);
    Route::delete('devices', [DeviceController::class, 'destroyOthers'])->bounds(Bounds::Change);
    Route::delete('devices/{device}', [DeviceController::class, 'destroy'])->bounds(Bounds::Change);
    Route::get('device-passwords', [DevicePasswordController::class, 'index'])->bounds(Bounds::Read);
    Route::post('device-passwords', [DevicePasswordController::class, 'store'])->bounds(Bounds::Change);
    Route::delete('device-passwords/{password}', [DevicePasswordController::class, 'destroy'])->bounds(Bounds::Change);
});

Route::middleware(['auth:sanctum', SaysRevision::class, IdempotentRequest::class])->group(function (): void {
    Route::delete('session', [SessionController::class, 'signOut'])->bounds(Bounds::Change);
    Route::patch('account', [SessionController::class, 'change'])->bounds(Bounds::Change);
    Route::get('account/zone', [SessionController::class, 'anotherZone'])->bounds(Bounds::Read);

    Route::get('together', BatchReadController::class)->name('together')->bounds(Bounds::Read);
    Route::get('board', [BoardController::class, 'board'])->bounds(Bounds::Read);
    Route::get('basket', [BoardController::class, 'basket'])->bounds(Bounds::Read);
    Route::put('basket/order', [BoardController::class, 'orderBasket'])->bounds(Bounds::Change);
    Route::get('month', [BoardController::class, 'month'])->bounds(Bounds::Read);
    Route::get('year', [BoardController::class, 'year'])->bounds(Bounds::Read);
    Route::get('holidays', [BoardController::class, 'holidays'])->bounds(Bounds::Read);
    Route::get('search', [SearchController::class, 'find'])->bounds(Bounds::Read);
    Route::get('ruler', [BoardController::class, 'ruler'])->bounds(Bounds::Read);
    Route::get('revision', [BoardController::class, 'revision'])->bounds(Bounds::Read);

    Route::get('areas', [AreaController::class, 'index'])->bounds(Bounds::Read);
    Route::post('areas', [AreaController::class, 'store'])->bounds(Bounds::Change);
    Route::put('areas/order', [AreaController::class, 'order'])->bounds(Bounds::Change);
    Route::patch('areas/{area}', [AreaController::class, 'update'])->bounds(Bounds::Change);
    Route::delete('areas/{area}', [AreaController::class, 'destroy'])->bounds(Bounds::Change);

    Route::post('calendars', [CalendarController::class, 'store'])->bounds(Bounds::Change);
    Route::put('calendars/order', [CalendarController::class, 'order'])->bounds(Bounds::Change);
    Route::patch('calendars/{calendar}', [CalendarController::class, 'update'])->bounds(Bounds::Change);
    Route::delete('calendars/{calendar}', [CalendarController::class, 'destroy'])->bounds(Bounds::Change);

    // What is only looked at keeps no answer and takes no lock.
    Route::post(
        'capture/reading',
        [CaptureController::class, 'read'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Change);
    Route::post('capture', [CaptureController::class, 'store'])->bounds(Bounds::Change);
    Route::post(
        'rhythm/preview',
        [EntryController::class, 'preview'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Change);

    Route::post('entries', [EntryController::class, 'store'])->bounds(Bounds::Change);
    Route::get('entries/{entry}', [EntryController::class, 'show'])->bounds(Bounds::Read);
    Route::patch('entries/{entry}', [EntryController::class, 'update'])->bounds(Bounds::Change);
    Route::delete('entries/{entry}', [EntryController::class, 'destroy'])->bounds(Bounds::Change);
    Route::post('entries/{entry}/copy', [EntryController::class, 'copy'])->bounds(Bounds::Many);
    Route::get('entries/{entry}/history', [EntryHistoryController::class, 'steps'])->bounds(Bounds::Read);
    Route::post('entries/{entry}/history/{step}', [EntryHistoryController::class, 'restore'])->bounds(Bounds::Export);
    Route::get('entries/{entry}/past', [EntryHistoryController::class, 'past'])->bounds(Bounds::Read);
    Route::get('entries/{entry}/reach', [EntryHistoryController::class, 'reach'])->bounds(Bounds::Read);
    Route::post('entries/{entry}/lead-ups/spread', [LeadUpController::class, 'spread'])->bounds(Bounds::Change);
    Route::post('entries/{entry}/lead-ups/align', [LeadUpController::class, 'align'])->bounds(Bounds::Change);
    Route::post(
        'entries/{entry}/attachments',
        [AttachmentController::class, 'store'],
    )->name('attachments.store')->bounds(Bounds::Upload);
    Route::get(
        'attachments/{attachment}',
        [AttachmentController::class, 'show'],
    )->name('attachments.show')->bounds(Bounds::Export);
    Route::delete('attachments/{attachment}', [AttachmentController::class, 'destroy'])->bounds(Bounds::Change);
    Route::post('many', [ManyController::class, 'change'])->bounds(Bounds::Many);
    Route::get('routines', [RoutineController::class, 'index'])->bounds(Bounds::Read);
    Route::patch('routines', [RoutineController::class, 'change'])->bounds(Bounds::Many);
    Route::get('routines/{entry}/year', [RoutineController::class, 'year'])->bounds(Bounds::Read);
    Route::post('routines/pause', [RoutineController::class, 'pause'])->bounds(Bounds::Many);
    Route::get('themes', [ThemeController::class, 'index'])->bounds(Bounds::Read);
    Route::post('themes', [ThemeController::class, 'keep'])->bounds(Bounds::Change);
    Route::delete('themes/{theme}', [ThemeController::class, 'remove'])->bounds(Bounds::Change);
    Route::get('templates', [TemplateController::class, 'index'])->bounds(Bounds::Read);
    Route::post('templates', [TemplateController::class, 'keep'])->bounds(Bounds::Change);
    Route::patch('templates/{template}', [TemplateController::class, 'change'])->bounds(Bounds::Change);
    Route::delete('templates/{template}', [TemplateController::class, 'remove'])->bounds(Bounds::Change);
    Route::post('templates/{template}/preview', [TemplateController::class, 'preview'])->withoutMiddleware(
        IdempotentRequest::class,
    )->bounds(Bounds::Change);
    Route::post('templates/{template}/stamp', [TemplateController::class, 'stamp'])->bounds(Bounds::Many);
    Route::get('weeks/{date}', [TemplateController::class, 'week'])->bounds(Bounds::Read);
    Route::post('weeks/{date}/copy', [TemplateController::class, 'copyWeek'])->bounds(Bounds::Many);
    Route::get('tally/{from}/{days}', [TallyController::class, 'show'])->bounds(Bounds::Read);
    Route::get('tally/{from}/{days}/lines', [TallyController::class, 'lines'])->bounds(Bounds::Read);
    Route::get('tally/{from}/{days}/habits', [TallyController::class, 'habits'])->bounds(Bounds::Read);
    Route::get('tally/{from}/{days}/sheet', [TallyController::class, 'sheet'])->bounds(Bounds::Read);
    Route::get('habits', [TallyController::class, 'habit'])->bounds(Bounds::Read);
    Route::get('durations', [TallyController::class, 'durations'])->bounds(Bounds::Read);
    Route::put('durations', [TallyController::class, 'takeEstimates'])->bounds(Bounds::Many);
    Route::get('rounds', [RoundController::class, 'index'])->bounds(Bounds::Read);
    Route::get('rounds/{kind}/{date}', [RoundController::class, 'show'])->bounds(Bounds::Read);
    Route::put('rounds/{kind}/{date}', [RoundController::class, 'keep'])->bounds(Bounds::Change);
    Route::post('rounds/{kind}/{date}/goals', [RoundController::class, 'addGoal'])->bounds(Bounds::Change);
    Route::patch('goals/{goal}', [RoundController::class, 'changeGoal'])->bounds(Bounds::Change);
    Route::delete('goals/{goal}', [RoundController::class, 'removeGoal'])->bounds(Bounds::Change);
    Route::post(
        'fitting',
        [FittingController::class, 'propose'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Many);
    Route::post('fitting/places', [FittingController::class, 'accept'])->bounds(Bounds::Many);

    Route::get('days/{date}', [DayController::class, 'show'])->bounds(Bounds::Read);
    Route::put('days/{date}/order', [DayController::class, 'order'])->bounds(Bounds::Change);
    Route::match(['put', 'delete'], 'days/{date}/hours', [DayController::class, 'hours'])->bounds(Bounds::Change);
    Route::get('done', [DayController::class, 'done'])->bounds(Bounds::Read);
    Route::get('timings/running', [TimingController::class, 'running'])->bounds(Bounds::Read);
    Route::get('timings', [TimingController::class, 'index'])->bounds(Bounds::Read);
    Route::get('days/{date}/timings', [TimingController::class, 'day'])->bounds(Bounds::Read);
    Route::post('timings', [TimingController::class, 'start'])->bounds(Bounds::Change);
    Route::post('timings/past', [TimingController::class, 'add'])->bounds(Bounds::Change);
    Route::post('timings/{timing}/split', [TimingController::class, 'split'])->bounds(Bounds::Change);
    Route::put('timings/{timing}/entry', [TimingController::class, 'handOver'])->bounds(Bounds::Change);
    Route::post('timings/{timing}/stop', [TimingController::class, 'stop'])->bounds(Bounds::Change);
    Route::patch('timings/{timing}', [TimingController::class, 'correct'])->bounds(Bounds::Change);
    Route::delete('timings/{timing}', [TimingController::class, 'forget'])->bounds(Bounds::Change);
    Route::get('closings/{date}', [ClosingController::class, 'show'])->bounds(Bounds::Read);
    Route::post('closings/{date}/decide', [ClosingController::class, 'decide'])->bounds(Bounds::Change);
    Route::post('closings/{date}/rest', [ClosingController::class, 'rest'])->bounds(Bounds::Change);
    Route::put('closings/{date}', [ClosingController::class, 'save'])->bounds(Bounds::Change);

    Route::get('feeds', [FeedController::class, 'index'])->bounds(Bounds::Read);
    Route::post('feeds', [FeedController::class, 'store'])->bounds(Bounds::Change);
    Route::post('feeds/{feed}/renew', [FeedController::class, 'renew'])->bounds(Bounds::Change);
    Route::delete('feeds/{feed}', [FeedController::class, 'destroy'])->bounds(Bounds::Change);
    // Another host is asked: no lock is held meanwhile.
    Route::post('follows', [FollowController::class, 'store'])
        ->name('follows.store')
        ->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Elsewhere);
    Route::post('follows/{calendar}/refresh', [FollowController::class, 'refresh'])
        ->name('follows.refresh')
        ->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Elsewhere);
    Route::get('calendar-file', [InterchangeController::class, 'file'])->bounds(Bounds::Export);
    Route::get('table-file', [InterchangeController::class, 'table'])->bounds(Bounds::Export);
    Route::post(
        'imports',
        [InterchangeController::class, 'open'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Upload);
    Route::get('imports/{import}', [InterchangeController::class, 'show'])->bounds(Bounds::Read);
    Route::post(
        'imports/{import}/read',
        [InterchangeController::class, 'read'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Many);
    Route::post('imports/{import}/columns', [InterchangeController::class, 'columns'])->withoutMiddleware(
        IdempotentRequest::class,
    )->bounds(Bounds::Many);
    Route::post('imports/{import}/take', [InterchangeController::class, 'take'])
        ->withoutMiddleware(IdempotentRequest::class)
        ->middleware(IdempotentRequest::class.':aside')
        ->bounds(Bounds::TakeIn);
    Route::delete('imports/{import}', [InterchangeController::class, 'stop'])->bounds(Bounds::Many);

    Route::get('filters', [FilterController::class, 'index'])->bounds(Bounds::Read);
    Route::post('filters', [FilterController::class, 'store'])->bounds(Bounds::Change);
    Route::delete('filters/{filter}', [FilterController::class, 'destroy'])->bounds(Bounds::Change);
    Route::get('filing', [FilingController::class, 'index'])->bounds(Bounds::Read);
    Route::post('filing', [FilingController::class, 'store'])->bounds(Bounds::Change);
    Route::get('filing/match', [FilingController::class, 'match'])->bounds(Bounds::Read);
    Route::post(
        'filing/preview',
        [FilingController::class, 'preview'],
    )->withoutMiddleware(IdempotentRequest::class)->bounds(Bounds::Change);
    Route::patch('filing/{rule}', [FilingController::class, 'update'])->bounds(Bounds::Change);
    Route::delete('filing/{rule}', [FilingController::class, 'destroy'])->bounds(Bounds::Change);
    Route::post('filing/{rule}/apply', [FilingController::class, 'apply'])->bounds(Bounds::Many);

    Route::post('entries/{entry}/move', [EntryController::class, 'move'])->bounds(Bounds::Change);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/done', [OccurrenceController::class, 'done'])->bounds(Bounds::Change);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/let-go', [OccurrenceController::class, 'letGo'])->bounds(Bounds::Change);
    Route::put('entries/{entry}/occurrences/{recurrence}/day', [OccurrenceController::class, 'putOnDay'])->bounds(Bounds::Change);
    Route::post('entries/{entry}/steps/{step}/out', [OccurrenceController::class, 'takeStepOut'])->bounds(Bounds::Change);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/skipped', [
        OccurrenceController::class,
        'skipped',
    ])->bounds(Bounds::Change);
    Route::delete(
        'entries/{entry}/occurrences/{recurrence}/own',
        [OccurrenceController::class, 'giveBack'],
    )->bounds(Bounds::Change);

    Route::get('reminders', [ReminderController::class, 'waiting'])->bounds(Bounds::Read);
    Route::post('reminders/{delivery}/claim', [ReminderController::class, 'claim'])->bounds(Bounds::Change);
    Route::post('reminders/{delivery}/answer', [ReminderController::class, 'answer'])->bounds(Bounds::Change);
    // Whoever looks into it has seen it: what is secret in a mail is forgotten after that.
    Route::get('standins/post', [ReminderController::class, 'postBox'])->withoutMiddleware(ReadsOnly::class)->bounds(Bounds::Read);
    Route::get('standins/phone', [ReminderController::class, 'phone'])->bounds(Bounds::Read);
    Route::post('reminders/{delivery}/dismiss', [ReminderController::class, 'dismiss'])->bounds(Bounds::Change);

    // A step may be a file of many thousand entries.
    Route::post('undo', [HistoryController::class, 'undo'])->bounds(Bounds::Export);
    Route::post('redo', [HistoryController::class, 'redo'])->bounds(Bounds::Export);
});
