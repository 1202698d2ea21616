"""The shelf in JSON: forms with their limits, rows and sheets."""

from datetime import date
from typing import Any

from django.utils import timezone
from rest_framework import serializers
from rest_framework.validators import UniqueValidator
from stdnum import ean
from stdnum.exceptions import ValidationError as NotANumber

from craft.contract.bottles import BottleOut
from craft.contract.label import LabelAnswer
from craft.contract.plan import ShelfItem
from craft.products.clashes import LEAVE_ON_ROLES
from craft.products.pairs import PairVerdict
from craft.products.reorder import Outlook
from craft.products.shelf_life import SOON_DAYS
from craft.vocabulary import Directions, Flaking, Hold, Role, Weight
from salon.platform.errors import core_schema
from salon.platform.fields import (
    ErrorMessages,
    choice_field,
    contract_float_field,
    date_field,
    float_field,
    integer_field,
)
from salon.platform.language import SentenceField, lazy_sentence, sentence
from salon.products.calibrating import drift_of
from salon.products.exchange import COLUMNS, MOST_ROWS
from salon.products.models import Calibration, Pair, Product, StockMove
from salon.products.services import cost_per_g, life_of
from salon.staff.services import name_of

ROLES = [role.value for role in Role]


PRICE_RANGE = lazy_sentence("Give a price from 0 to 999999.99, with at most two decimals.")
PRICE_MESSAGES: ErrorMessages = dict.fromkeys(
    ("invalid", "min_value", "max_digits", "max_decimal_places", "max_whole_digits"), PRICE_RANGE
)
MAYBE: dict[str, Any] = {"required": False, "allow_null": True}


class ProductSerializer(serializers.ModelSerializer[Product]):
    """A product as it is typed."""

    name = serializers.CharField(
        max_length=120,
        validators=[
            UniqueValidator(
                Product.objects.all(),
                lazy_sentence("There is already a product with this name."),
                "iexact",
            )
        ],
        error_messages={
            "blank": lazy_sentence("Enter a name."),
            "required": lazy_sentence("Enter a name."),
        },
    )
    role = choice_field(ROLES)
    also = serializers.ListField(child=choice_field(ROLES), required=False, max_length=6)
    weight = choice_field([weight.value for weight in Weight], required=False)
    hold = choice_field([hold.value for hold in Hold], required=False, allow_blank=True)
    directions = choice_field(
        [directions.value for directions in Directions], required=False, allow_blank=True
    )
    dwell_min = contract_float_field(ShelfItem, "dwell_min", **MAYBE)
    dwell_max_min = contract_float_field(ShelfItem, "dwell_max_min", **MAYBE)
    ingredients = serializers.CharField(max_length=8000, required=False, allow_blank=True)
    unit = serializers.CharField(max_length=30, required=False)
    unit_g = contract_float_field(ShelfItem, "unit_g", **MAYBE)
    stock_g = contract_float_field(ShelfItem, "stock_g", required=False)
    full_g = float_field(1, 20_000, "g", **MAYBE)
    price = serializers.DecimalField(
        max_digits=8,
        decimal_places=2,
        min_value=0,
        required=False,
        allow_null=True,
        coerce_to_string=False,
        error_messages=PRICE_MESSAGES,
    )
    months_after_opening = integer_field(1, 120, "months", **MAYBE)
    keeps_days = integer_field(1, 365, "days", **MAYBE)
    best_before = date_field()
    opened_on = date_field()
    made_on = date_field()
    note = serializers.CharField(max_length=2000, required=False, allow_blank=True)
    version = serializers.IntegerField(required=False, min_value=1)

    class Meta:
        model = Product
        fields = ["id", *COLUMNS, "retired_at", "version"]
        read_only_fields = ["id", "retired_at"]

    def validate_barcode(self, value: str) -> str:
        """The check digit of an EAN or GTIN, where a barcode is given."""
        if not value:
            return ""
        try:
            return str(ean.validate(value))
        except NotANumber as error:
            raise serializers.ValidationError(
                sentence(
                    "This is not a valid EAN of 8, 12, 13 or 14 digits: the check digit is wrong. "
                    "Scan it again, or leave it blank."
                )
            ) from error

    def validate_opened_on(self, value: date | None) -> date | None:
        return not_in_future(value, "opened")

    def validate_made_on(self, value: date | None) -> date | None:
        return not_in_future(value, "made")

    def validate(self, values: dict[str, Any]) -> dict[str, Any]:
        def now(name: str) -> Any:
            return values.get(name, getattr(self.instance, name, None))

        least, most = now("dwell_min"), now("dwell_max_min")
        if least is not None and most is not None and least > most:
            raise serializers.ValidationError(
                {
                    "dwell_max_min": sentence(
                        "The longest time must be at least the shortest, {least:g} min.",
                        least=least,
                    )
                }
            )
        return values


def not_in_future(value: date | None, what: str) -> date | None:
    """Refuse a day that has not come."""
    if value and value > timezone.localdate():
        raise serializers.ValidationError(
            sentence("It cannot have been {what} after today.", what=what)
        )
    return value


class OutlookSerializer(serializers.Serializer[Any]):
    """How long it lasts."""

    cover_days = serializers.FloatField(allow_null=True)
    cover_low = serializers.FloatField(allow_null=True)
    cover_high = serializers.FloatField(allow_null=True)
    short_on = serializers.DateField(allow_null=True)
    short_g = serializers.FloatField()
    planned_g = serializers.FloatField()
    reorder = serializers.IntegerField(allow_null=True)
    order_now = serializers.BooleanField()
    low = serializers.BooleanField()
    services = serializers.IntegerField()
    because = SentenceField()


class DriftSerializer(serializers.Serializer[Any]):
    """How a pump has changed since it was calibrated."""

    now_g = serializers.FloatField()
    change = serializers.FloatField()
    p_value = serializers.FloatField()
    drifted = serializers.BooleanField()


@core_schema(BottleOut)
class FitField(serializers.Field[Any, Any, Any, Any]):
    """How a bottle fits a client, as the core judges it."""

    def to_representation(self, fit: BottleOut) -> Any:
        return fit.model_dump(mode="json")


class ShelfRowSerializer(serializers.Serializer[Any]):
    """One product of the shelf with everything that is asked about it."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    role = serializers.ChoiceField(choices=ROLES)
    also = serializers.ListField(child=serializers.CharField())
    weight = serializers.CharField()
    hold = serializers.CharField(allow_blank=True)
    stays_in = serializers.BooleanField()
    unit = serializers.CharField()
    unit_g = serializers.FloatField(allow_null=True)
    stock_g = serializers.FloatField()
    full_g = serializers.FloatField(allow_null=True)
    keeps_until = serializers.DateField(allow_null=True)
    keeps_because = SentenceField(allow_blank=True)
    days_left = serializers.IntegerField(allow_null=True)
    spoils_soon = serializers.BooleanField()
    label_read = serializers.BooleanField()
    cost_per_g = serializers.FloatField(allow_null=True)
    outlook = OutlookSerializer()
    drift = DriftSerializer(allow_null=True)
    fit = FitField(allow_null=True)


def row_of(product: Product, ahead: Outlook, fit: BottleOut | None) -> dict[str, Any]:
    """A product with its dates, its outlook and how it fits a client."""
    life = life_of(product)
    days = life.days_left(timezone.localdate()) if life else None
    return {
        **{
            name: getattr(product, name)
            for name in (
                "id",
                "name",
                "role",
                "also",
                "weight",
                "hold",
                "unit",
                "unit_g",
                "stock_g",
                "full_g",
            )
        },
        "stays_in": product.role in LEAVE_ON_ROLES,
        "keeps_until": life.until if life else None,
        "keeps_because": life.because if life else "",
        "days_left": days,
        "spoils_soon": days is not None and days <= SOON_DAYS,
        "label_read": bool(product.ingredients.strip()),
        "cost_per_g": cost_per_g(product),
        "outlook": ahead,
        "drift": drift_of(product),
        "fit": fit,
    }


class AirSerializer(serializers.Serializer[Any]):
    """For whom and in which air the shelf was judged."""

    client = serializers.IntegerField()
    client_name = serializers.CharField()
    dew_point_c = serializers.FloatField(allow_null=True)
    missing = serializers.ListField(child=SentenceField())
    assumed = serializers.ListField(child=SentenceField())


class PairSerializer(serializers.Serializer[Any]):
    """Two products and what they do to each other."""

    first = serializers.IntegerField()
    first_name = serializers.CharField()
    second = serializers.IntegerField()
    second_name = serializers.CharField()
    flakes = serializers.BooleanField()
    tested = serializers.BooleanField()
    chance = serializers.FloatField()
    because = SentenceField()


def pair_row(pair: Pair, verdict: PairVerdict) -> dict[str, Any]:
    """A pair as it is answered."""
    return {
        "first": pair.first_id,
        "first_name": pair.first.name,
        "second": pair.second_id,
        "second_name": pair.second.name,
        "flakes": verdict.flakes,
        "tested": verdict.tested,
        "chance": round(verdict.chance, 3),
        "because": verdict.because,
    }


class ShelfSerializer(serializers.Serializer[Any]):
    """The shelf."""

    products = ShelfRowSerializer(many=True)
    air = AirSerializer(allow_null=True)
    pairs = PairSerializer(many=True)


class MoveSerializer(serializers.ModelSerializer[StockMove]):
    """Grams that came or went."""

    note = SentenceField(read_only=True)
    by = serializers.SerializerMethodField()

    class Meta:
        model = StockMove
        fields = [
            "id",
            "product",
            "kind",
            "grams",
            "weighed",
            "visit",
            "note",
            "at",
            "by",
            "undone_at",
        ]

    def get_by(self, move: StockMove) -> str:
        return name_of(move.by)


class StockSerializer(serializers.Serializer[Any]):
    """A delivery, a recount or waste as it is typed."""

    kind = choice_field(["delivery", "recount", "waste"])
    grams = float_field(0, 20_000, "g")
    note = serializers.CharField(max_length=200, required=False, allow_blank=True, default="")
    seen_g = float_field(
        0,
        20_000,
        "g",
        required=False,
        allow_null=True,
        help_text="For a recount: what the shelf said when counting began.",
    )
    sure = serializers.BooleanField(
        required=False, default=False, help_text="The shelf changed meanwhile; the count is right."
    )


class CalibrationReadingSerializer(serializers.Serializer[Any]):
    """One weighing."""

    units = float_field(0.25, 50, "units")
    grams = float_field(0.01, 2000, "g")


class CalibrateSerializer(serializers.Serializer[Any]):
    """A calibration as it was weighed."""

    unit = serializers.CharField(
        max_length=30,
        error_messages={"blank": lazy_sentence("Enter what is counted: pump, squirt, puddle …")},
    )
    readings = serializers.ListField(
        child=CalibrationReadingSerializer(), allow_empty=False, max_length=40
    )


class ReadingsSerializer(serializers.Serializer[Any]):
    """Weighings of a calibration that is still going on."""

    readings = serializers.ListField(
        child=CalibrationReadingSerializer(), allow_empty=False, max_length=40
    )


class CalibratedSerializer(serializers.Serializer[Any]):
    """What the readings so far tell of one unit."""

    unit_g = serializers.FloatField()
    spread_g = serializers.FloatField(allow_null=True)
    low_g = serializers.FloatField(allow_null=True)
    high_g = serializers.FloatField(allow_null=True)
    readings = serializers.IntegerField()


class CalibrationSerializer(serializers.ModelSerializer[Calibration]):
    """A calibration as it was kept."""

    by = serializers.SerializerMethodField()
    readings = CalibrationReadingSerializer(many=True)

    class Meta:
        model = Calibration
        fields = ["id", "unit", "readings", "unit_g", "spread_g", "at", "by"]

    def get_by(self, weighing: Calibration) -> str:
        return name_of(weighing.by)


class ProductSheetSerializer(serializers.Serializer[Any]):
    """Everything about one product."""

    product = ProductSerializer()
    row = ShelfRowSerializer()
    label: Any = serializers.SerializerMethodField()
    moves = MoveSerializer(many=True)
    calibrations = CalibrationSerializer(many=True)
    drift = DriftSerializer(allow_null=True)
    pairs = PairSerializer(many=True)

    @core_schema(LabelAnswer)
    def get_label(self, sheet: dict[str, Any]) -> Any:
        return sheet["label"]


class MatchedBottleSerializer(serializers.Serializer[Any]):
    """A bottle that holds an ingredient, or may."""

    id = serializers.IntegerField()
    name = serializers.CharField()
    ingredient = serializers.CharField()
    sure = serializers.BooleanField(help_text="It is named; else another one may bring it.")


class MatchSerializer(serializers.Serializer[Any]):
    """What the name of an ingredient matches on the shelf."""

    name = serializers.CharField()
    understood = serializers.BooleanField(help_text="Labels have a name for it.")
    bottles = MatchedBottleSerializer(many=True)


class PalmTestSerializer(serializers.Serializer[Any]):
    """Two products rubbed on the palm."""

    first = serializers.PrimaryKeyRelatedField(queryset=Product.objects.all())
    second = serializers.PrimaryKeyRelatedField(queryset=Product.objects.all())
    result = choice_field([flaking.value for flaking in Flaking])
    note = serializers.CharField(max_length=200, required=False, allow_blank=True, default="")


class TableSerializer(serializers.Serializer[Any]):
    """A table of products."""

    file = serializers.FileField(
        error_messages={
            "required": lazy_sentence("Choose a CSV file."),
            "empty": lazy_sentence("The file is empty."),
        }
    )
    accept = serializers.BooleanField(default=False)
    start = integer_field(0, MOST_ROWS, lazy_sentence("as the row to begin with"), required=False)


class ProblemOfRowSerializer(serializers.Serializer[Any]):
    field = serializers.CharField(allow_blank=True)
    message = serializers.CharField()


class PreviewRowSerializer(serializers.Serializer[Any]):
    """A row of a table before it is taken in."""

    line = serializers.IntegerField()
    name = serializers.CharField(allow_blank=True)
    action = serializers.ChoiceField(choices=["add", "change", "same"])
    changes = serializers.ListField(child=serializers.CharField())
    problems = ProblemOfRowSerializer(many=True)


class PreviewSerializer(serializers.Serializer[Any]):
    """A table before, or as, it is taken in."""

    rows = PreviewRowSerializer(many=True)
    taken_in = serializers.BooleanField()
    next = serializers.IntegerField(
        allow_null=True, help_text="Row to begin the next slice with; null after the last one."
    )
