"""What serializers read is there: a read-only field with a wrong source is left out in silence."""

from collections.abc import Iterator

from django.test import SimpleTestCase
from django.urls import get_resolver
from rest_framework import serializers


def all_of(kind: type) -> Iterator[type]:
    """Every class below one."""
    for each in kind.__subclasses__():
        yield each
        yield from all_of(each)


class SourcesTest(SimpleTestCase):
    def test_every_source_is_an_attribute_of_its_model(self) -> None:
        # Whatever the API answers with is imported by its addresses.
        self.assertTrue(get_resolver().url_patterns)
        looked = 0
        for kind in all_of(serializers.ModelSerializer):
            model = getattr(getattr(kind, "Meta", None), "model", None)
            if model is None or not kind.__module__.startswith("salon."):
                continue
            for name, field in kind().fields.items():
                # What a query adds to its rows has the name it is given there.
                if field.source in ("*", name):
                    continue
                looked += 1
                with self.subTest(serializer=kind.__name__, field=name):
                    self.assertTrue(hasattr(model, field.source_attrs[0]), field.source)
        self.assertGreater(looked, 10)
