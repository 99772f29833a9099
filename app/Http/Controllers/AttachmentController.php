<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Attachments\KeepAttachment;
use App\Actions\Attachments\RemoveAttachment;
use App\Http\Requests\Account;
use App\Http\Requests\AttachmentRequest;
use App\Http\Resources\AttachmentResource;
use App\Models\Attachment;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Storage;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Files with entries. They are only ever handed out to be saved, never to be shown or run. */
final class AttachmentController
{
    public function store(AttachmentRequest $request, string $entry, KeepAttachment $attachments): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(
            AttachmentResource::shown(
                $attachments->keep(
                    $user,
                    Changeable::by($user)->entry($entry),
                    $request->upload(),
                    $request->upload()->getClientOriginalName(),
                    $request->type(),
                ),
            ),
            201,
        );
    }

    public function show(Request $request, string $attachment): StreamedResponse
    {
        $found = self::find($request, $attachment);

        return Storage::disk('local')->download($found->path, $found->name, [
            'Content-Type' => 'application/octet-stream',
            'X-Content-Type-Options' => 'nosniff',
            'Content-Security-Policy' => "sandbox; default-src 'none'",
            'Cache-Control' => 'private, no-store',
        ]);
    }

    public function destroy(Request $request, string $attachment, RemoveAttachment $attachments): Response
    {
        $attachments->remove(Account::of($request), self::find($request, $attachment));

        return response()->noContent();
    }

    private static function find(Request $request, string $attachment): Attachment
    {
        return Account::of($request)->attachments()->findOrFail($attachment);
    }
}
