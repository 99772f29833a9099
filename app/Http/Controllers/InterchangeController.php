<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Interchange\TakeImport;
use App\Http\MadeFile;
use App\Http\Middleware\IdempotentRequest;
use App\Http\Requests\Account;
use App\Http\Requests\CalendarFileRequest;
use App\Http\Requests\ImportRequest;
use App\Http\Requests\TableColumnsRequest;
use App\Http\Requests\TakeImportRequest;
use App\Http\Resources\ImportResource;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Interchange\ImportFolder;
use App\Interchange\LongTaking;
use App\Interchange\ReadImport;
use App\Interchange\Table;
use App\Jobs\TakeLongFile;
use App\Queries\Occurrences\DaysOff;
use App\Queries\Screens\EntriesAsTable;
use App\Queries\Screens\EntriesForFile;
use App\Queries\Screens\FilesOfEntries;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Files of iCalendar, out and in. */
final class InterchangeController
{
    public function file(CalendarFileRequest $request, EntriesForFile $which, DaysOff $daysOff): BinaryFileResponse
    {
        $user = Account::of($request);
        $text = fn (string $name): ?string => $request->filled($name) ? $request->string($name)->value() : null;
        [$name, $colour, $entries] = $which->find(
            $user,
            $text('entry_id'),
            $text('calendar_id'),
            $text('area_id'),
            $text('from'),
            $text('to'),
        );
        $now = CarbonImmutable::now();
        $file = new CalendarWriter(
            new EntryWriter($user->timeZone(), $daysOff->marks($user), $now, FilesOfEntries::of($user)),
            $now,
        );

        return MadeFile::of(
            $file->pieces($name, $colour, $entries->lazy(200)),
            ['Content-Type' => 'text/calendar; charset=utf-8', 'Cache-Control' => 'no-store'],
            (Str::slug($name) ?: 'entries').'.ics',
        );
    }

    /** The same as a table: of entries, or of each time that something comes. */
    public function table(CalendarFileRequest $request, EntriesForFile $which, EntriesAsTable $rows): BinaryFileResponse
    {
        $user = Account::of($request);
        $text = fn (string $name): ?string => $request->filled($name) ? $request->string($name)->value() : null;
        $isTimes = $request->input('what') === 'times';
        $from = $text('from');
        $to = $text('to');
        [$name, , $entries] = $which->find(
            $user,
            $text('entry_id'),
            $text('calendar_id'),
            $text('area_id'),
            $isTimes ? null : $from,
            $isTimes ? null : $to,
        );
        $calendars =
            $text('calendar_id') === null && $text('area_id') === null
                ? null
                : $which->calendars($user, $text('calendar_id'), $text('area_id'));

        $sign = Table::sign($user->region());
        $lines = function () use ($user, $rows, $entries, $isTimes, $from, $to, $calendars, $sign): iterable {
            yield Table::MARK.Table::line($isTimes ? EntriesAsTable::OF_TIMES : EntriesAsTable::OF_ENTRIES, $sign);
            foreach (
                $isTimes ? $rows->times($user, (string) $from, (string) $to, $calendars) : $rows->entries($entries, $user->region()) as $row
            ) {
                yield Table::line($row, $sign);
            }
        };

        return MadeFile::of(
            $lines(),
            ['Content-Type' => 'text/csv; charset=utf-8; header=present', 'Cache-Control' => 'no-store'],
            (Str::slug($name) ?: 'entries').'.csv',
        );
    }

    public function open(ImportRequest $request): JsonResponse
    {
        $file = $request->upload();
        $import = ImportFolder::open(Account::of($request), $file, $file->getClientOriginalName());

        return response()->json(ImportResource::shown($import, Account::of($request)), 201);
    }

    public function show(Request $request, string $import): JsonResponse
    {
        return response()->json(ImportResource::shown($this->found($request, $import), Account::of($request)));
    }

    /** What the columns of a table mean; it is read from its first row on. */
    public function columns(TableColumnsRequest $request, string $import): JsonResponse
    {
        $found = $this->found($request, $import);
        $found->choose($request->columns(), $request->order());

        return response()->json(ImportResource::shown($found, Account::of($request)));
    }

    /** Reads on for a moment. */
    public function read(Request $request, string $import, ReadImport $read): JsonResponse
    {
        $found = $this->found($request, $import);
        $read->go(Account::of($request), $found);

        return response()->json(ImportResource::shown($found, Account::of($request)));
    }

    public function take(TakeImportRequest $request, string $import, TakeImport $take): JsonResponse
    {
        $found = $this->found($request, $import);
        $state = $found->state();
        if (
            $state['fault'] !== null ||
            $state['read'] < $state['total'] ||
            ($state['table'] !== null && ! $state['table']['chosen']) ||
            count($request->targets()) !== count($state['calendars'])
        ) {
            abort(409, 'It was not read to its end yet. Open the file once more.');
        }
        if (LongTaking::isFor($state['total'])) {
            $user = Account::of($request);
            if ((new LongTaking($user, $found))->ask($request->targets(), $request->known())) {
                TakeLongFile::dispatch($user->id, $found->id);
            }

            return response()->json(ImportResource::shown($found, $user), 202);
        }
        $within = IdempotentRequest::within($request);
        $done = $take->take(Account::of($request), $found, $request->targets(), $request->known(), $within);
        $found->remove();

        return response()->json($done);
    }

    public function stop(Request $request, string $import): Response
    {
        $found = $this->found($request, $import);
        if (((new LongTaking(Account::of($request), $found))->shown()['state'] ?? '') === 'taking') {
            abort(409, 'It is coming in. Once it is in, undo takes it back.');
        }
        $found->remove();

        return response()->noContent();
    }

    private function found(Request $request, string $id): ImportFolder
    {
        return ImportFolder::find(Account::of($request), $id) ?? throw new ModelNotFoundException();
    }
}
