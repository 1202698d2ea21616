"""Backups, restoring them, and erasing a client: for the owner."""

import asyncio
from collections.abc import AsyncIterator
from datetime import datetime
from pathlib import Path
from typing import Any

from django.http import StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.urls import path
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import exceptions, serializers, status
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from salon.archive.erasing import drop_backups_before, erase
from salon.archive.packing import pack
from salon.archive.places import backups
from salon.archive.restoring import look_through, restore
from salon.clients.models import Client
from salon.platform.auth import current_user
from salon.platform.idempotency import Idempotency
from salon.platform.language import lazy_sentence, sentence
from salon.platform.permissions import Access
from salon.platform.process_pool import ConcurrencyLimit
from salon.platform.roles import OWNER
from salon.salon_settings.services import current_salon

CHUNK = 2**18
#: One packs or brings back at a time.
GATE = ConcurrencyLimit(1, 0, 1.0)


class BackupSerializer(serializers.Serializer[Any]):
    """A backup on this machine."""

    name = serializers.CharField()
    made_at = serializers.DateTimeField()
    size = serializers.IntegerField(help_text="[bytes]")


class ManifestSerializer(serializers.Serializer[Any]):
    """What a backup holds."""

    salon = serializers.CharField(allow_blank=True)
    made_at = serializers.DateTimeField()
    counts = serializers.DictField(child=serializers.IntegerField())


class ErasedClientSerializer(serializers.Serializer[Any]):
    """A client in a backup who was erased here after it was made."""

    uid = serializers.UUIDField()
    name = serializers.CharField()


class ContentsSerializer(ManifestSerializer):
    """What a backup holds, and who would be left out of it."""

    same_salon = serializers.BooleanField(help_text="Whether it is of the salon that is here.")
    erased = ErasedClientSerializer(many=True, help_text="Left out when it is restored.")


class PackedSerializer(serializers.Serializer[Any]):
    """A backup file."""

    file = serializers.FileField(
        error_messages={
            "required": lazy_sentence("Choose a backup file."),
            "empty": lazy_sentence("The file is empty."),
        }
    )


class RestoreSerializer(PackedSerializer):
    """A backup to restore in the place of this salon's data."""

    name = serializers.CharField(
        max_length=120,
        help_text="Of the salon that is here, typed.",
        error_messages={
            "blank": lazy_sentence("Type the name of this salon."),
            "required": lazy_sentence("Enter its name."),
        },
    )
    left_out = serializers.ListField(
        child=serializers.UUIDField(),
        required=False,
        help_text="Erased clients in the backup, as they were shown and agreed to be left out.",
    )


class ErasureSerializer(serializers.Serializer[Any]):
    """A client who is erased for good."""

    name = serializers.CharField(
        max_length=120,
        help_text="Of the client, typed.",
        error_messages={
            "blank": lazy_sentence("Type the client's name."),
            "required": lazy_sentence("Type the name."),
        },
    )
    backups = serializers.BooleanField(help_text="Make a new backup and delete the older ones.")


def describe_backup(file: Path) -> dict[str, object]:
    """A backup in a list."""
    known = file.stat()
    made_at = datetime.fromtimestamp(known.st_mtime, timezone.get_current_timezone())
    return {"name": file.name, "made_at": made_at, "size": known.st_size}


class ArchiveView(APIView):
    """Backups on this machine; make another."""

    access = Access(OWNER)

    idempotency = Idempotency.OFF

    may_be_busy = True

    @extend_schema(responses=BackupSerializer(many=True))
    def get(self, request: Request) -> Response:
        files = sorted(backups().glob("gauffer-*.zip"), reverse=True)
        return Response(BackupSerializer([describe_backup(file) for file in files], many=True).data)

    @extend_schema(request=None, responses={201: BackupSerializer})
    def post(self, request: Request) -> Response:
        with GATE.passed():
            file = pack()
        return Response(
            BackupSerializer(describe_backup(file)).data, status=status.HTTP_201_CREATED
        )


async def read_in_pieces(file: Path) -> AsyncIterator[bytes]:
    """A file, read beside what else is asked."""
    source = await asyncio.to_thread(file.open, "rb")
    try:
        while chunk := await asyncio.to_thread(source.read, CHUNK):
            yield chunk
    finally:
        source.close()


class FileView(APIView):
    """A backup, to keep elsewhere."""

    access = Access(OWNER)

    @extend_schema(responses={(200, "application/zip"): OpenApiTypes.BINARY})
    def get(self, request: Request, name: str) -> StreamingHttpResponse:
        known = {file.name: file for file in backups().glob("gauffer-*.zip")}
        file = known.get(f"{name}.zip")
        if file is None:
            raise exceptions.NotFound(sentence("That backup no longer exists."))
        headers = {
            "Content-Disposition": f'attachment; filename="{file.name}"',
            "Content-Length": str(file.stat().st_size),
        }
        return StreamingHttpResponse(
            read_in_pieces(file), content_type="application/zip", headers=headers
        )


class CheckView(APIView):
    """What a backup holds; nothing is changed."""

    access = Access(OWNER)

    idempotency = Idempotency.OFF

    may_be_busy = True
    parser_classes = [MultiPartParser]

    @extend_schema(request=PackedSerializer, responses=ContentsSerializer)
    def post(self, request: Request) -> Response:
        given = PackedSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        with GATE.passed():
            manifest, ready = look_through(given.validated_data["file"])
        contents = {
            **manifest.model_dump(),
            "erased": [vars(client) for client in ready.erased],
            "same_salon": ready.same_salon,
        }
        return Response(ContentsSerializer(contents).data)


class RestoreView(APIView):
    """Restore a backup; everybody signs in again."""

    access = Access(OWNER)

    idempotency = Idempotency.OFF

    may_be_busy = True
    parser_classes = [MultiPartParser]

    @extend_schema(request=RestoreSerializer, responses=ManifestSerializer)
    def post(self, request: Request) -> Response:
        given = RestoreSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        if given.validated_data["name"].strip() != current_salon().name:
            raise exceptions.ValidationError(
                {"name": sentence("This is not the name of this salon.")}
            )
        with GATE.passed():
            sent = given.validated_data
            manifest = restore(sent["file"], sent.get("left_out", []))
        return Response(ManifestSerializer(manifest.model_dump()).data)


class ErasureView(APIView):
    """Erase a client for good."""

    access = Access(OWNER)

    idempotency = Idempotency.OFF

    may_be_busy = True

    @extend_schema(request=ErasureSerializer, responses={204: None})
    def post(self, request: Request, pk: int) -> Response:
        client = get_object_or_404(Client, pk=pk)
        given = ErasureSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        if given.validated_data["name"].strip() != client.name:
            raise exceptions.ValidationError(
                {"name": sentence("This is not the name of this client.")}
            )
        with GATE.passed():
            erase(client, current_user(request).get_username())
            if given.validated_data["backups"]:
                drop_backups_before(pack())
        return Response(status=status.HTTP_204_NO_CONTENT)


urlpatterns = [
    path("archive/", ArchiveView.as_view(), name="archive"),
    path("archive/check/", CheckView.as_view(), name="archive-check"),
    path("archive/restore/", RestoreView.as_view(), name="archive-restore"),
    path("archive/<slug:name>.zip", FileView.as_view(), name="archive-file"),
    path("clients/<int:pk>/erasure/", ErasureView.as_view(), name="erasure"),
]
