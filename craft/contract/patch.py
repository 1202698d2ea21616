"""Changes of a request: merge patches, RFC 7396. Null takes a choice back, lists are replaced."""

from typing import Any

from json_merge_patch import merge

from craft.contract.base import Json, Model, parse


def apply_patch(request: Model, patch: Json) -> Model:
    """A request with a merge patch applied, read and checked like any other.

    Only what the patch names is read again; the rest is taken over as it is.

    Args:
        request: to be changed; left as it is
        patch: as RFC 7396 has it
    Raises:
        CraftError: the changed request cannot be; names the field
    """
    named: dict[str, Any] = request.model_dump(mode="json", include=set(patch), exclude_unset=True)
    required = {
        name
        for name, field in type(request).model_fields.items()
        if field.is_required() and name not in patch
    }
    whole = request.model_dump(mode="json", include=required) | merge(named, dict(patch))
    checked = parse(type(request), whole)
    update = {name: getattr(checked, name) for name in patch}
    return request.model_copy(update=update)
