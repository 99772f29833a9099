<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Archive\UnsoundArchive;
use App\Http\Requests\Account;
use App\Http\Requests\ArchiveFileRequest;
use App\Http\Requests\PresentPasswordRequest;
use App\Http\Requests\RulesOf;
use App\Jobs\LookAtArchive;
use App\Jobs\RestoreAccount;
use App\Jobs\WriteAccount;
use App\Journal\WritePath;
use App\Models\StoredArchive;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Fields\Tables\SettingFields;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** All of an account as files: written, taken along, brought back. */
final class ArchiveController
{
    public function index(Request $request): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'archives' => $user->archives()->orderByDesc('made_at')->orderByDesc('id')->get()->map(self::shown(...))->values(),
            'daily' => $user->archives_daily,
            'kept' => $user->archives_kept,
            'leaves_at' => $user->leaves_at,
        ]);
    }

    public function store(Request $request, WriteArchive $archives): JsonResponse
    {
        $user = Account::of($request);
        self::requireNone($user);
        $archive = $archives->ask($user, 'own');
        WriteAccount::dispatch($archive->id);

        return response()->json(self::shown($archive->refresh()), 202);
    }

    public function change(Request $request, WritePath $writes): Response
    {
        $request->validate(
            [
                'daily' => ['sometimes', 'boolean'],
                'kept' => ['sometimes', ...RulesOf::limits(SettingFields::all()['archives_kept'])],
            ],
            ['kept.between' => SettingFields::all()['archives_kept']->says['between']],
        );
        $values = [
            ...$request->has('daily') ? ['archives_daily' => $request->boolean('daily')] : [],
            ...$request->has('kept') ? ['archives_kept' => $request->integer('kept')] : [],
        ];
        if ($values !== []) {
            $user = Account::of($request);
            $writes->run($user, 'Changed which archives are kept', fn () => $user->update($values));
        }

        return response()->noContent();
    }

    public function show(Request $request, string $archive): BinaryFileResponse
    {
        $found = Account::of($request)->archives()->findOrFail($archive);
        abort_if(! is_file($found->path()), 404);
        $day = CarbonImmutable::createFromTimestampUTC($found->made_at)->format('Y-m-d');

        return response()->download($found->path(), "plum-rota-account-{$day}.zip", ['Content-Type' => 'application/zip']);
    }

    /** One from elsewhere: it counts once it was read whole, which the long work does. */
    public function bring(ArchiveFileRequest $request, RestoreArchive $archives): JsonResponse
    {
        $file = $request->file('file');
        assert($file instanceof UploadedFile);
        $user = Account::of($request);
        self::requireNone($user);
        try {
            $archive = $archives->bring($user, $file);
        } catch (UnsoundArchive $e) {
            throw ValidationException::withMessages(['file' => $e->getMessage()]);
        }

        LookAtArchive::dispatch($archive->id);

        return response()->json(self::shown($archive->refresh()), 202);
    }

    /** In place of what is there, after the password was given once more. */
    public function restore(PresentPasswordRequest $request, string $archive): JsonResponse
    {
        $user = Account::of($request);
        self::requireNone($user);
        $found = $user->archives()->where('state', 'good')->findOrFail($archive);
        $found->update(
            ['state' => 'restoring', 'trouble' => null, 'done' => 0, 'alive_at' => CarbonImmutable::now()->getTimestamp()],
        );
        RestoreAccount::dispatch($found->id);

        return response()->json(self::shown($found->fresh() ?? $found), 202);
    }

    public function destroy(Request $request, string $archive, WriteArchive $archives): Response
    {
        $archives->remove(Account::of($request)->archives()->whereIn('state', ['good', 'bad'])->findOrFail($archive));

        return response()->noContent();
    }

    /** One at a time. */
    private static function requireNone(User $user): void
    {
        StoredArchive::giveUpDead();
        if ($user->archives()->whereIn('state', ['waiting', 'writing', 'looking', 'restoring'])->exists()) {
            throw ValidationException::withMessages(['archive' => 'One is at work already. Wait until it is done.']);
        }
    }

    /** @return array<string, mixed> the schema Archive of the contract */
    private static function shown(StoredArchive $one): array
    {
        return [
            'id' => $one->id,
            'kind' => $one->kind,
            'state' => $one->state,
            'done' => $one->done,
            'total' => $one->total,
            'trouble' => $one->trouble,
            'bytes' => $one->bytes,
            'entries' => $one->counts['entries'] ?? 0,
            'files' => $one->counts['attachments'] ?? 0,
            'made_at' => $one->made_at,
        ];
    }
}
