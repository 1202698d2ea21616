import django.db.models.deletion
import django.utils.timezone
import simple_history.models
from django.conf import settings
from django.db import migrations, models

import craft.vocabulary.shelf


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("platform", "0001_initial"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name="Pair",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("flaked", models.PositiveIntegerField(default=0)),
                ("clear", models.PositiveIntegerField(default=0)),
                ("flakes", models.BooleanField(default=False, help_text="To be kept apart.")),
                ("because", models.CharField(blank=True, max_length=200)),
            ],
        ),
        migrations.CreateModel(
            name="HistoricalProduct",
            fields=[
                (
                    "id",
                    models.BigIntegerField(
                        auto_created=True, blank=True, db_index=True, verbose_name="ID"
                    ),
                ),
                ("name", models.CharField(db_index=True, max_length=120)),
                (
                    "role",
                    models.CharField(
                        choices=[
                            ("pre_oil", "pre oil"),
                            ("clarifier", "clarifier"),
                            ("shampoo", "shampoo"),
                            ("co_wash", "co wash"),
                            ("clay", "clay"),
                            ("rinse_out", "rinse out"),
                            ("mask", "mask"),
                            ("mist", "mist"),
                            ("scalp_oil", "scalp oil"),
                            ("heat_protectant", "heat protectant"),
                            ("leave_in", "leave in"),
                            ("oil", "oil"),
                            ("cream", "cream"),
                            ("butter", "butter"),
                            ("mousse", "mousse"),
                            ("custard", "custard"),
                            ("gel", "gel"),
                            ("edge_gel", "edge gel"),
                        ],
                        max_length=20,
                    ),
                ),
                (
                    "also",
                    models.JSONField(
                        blank=True, default=list, help_text="Other roles it may serve."
                    ),
                ),
                (
                    "weight",
                    models.CharField(
                        choices=[("light", "light"), ("medium", "medium"), ("heavy", "heavy")],
                        default=craft.vocabulary.shelf.Weight["MEDIUM"],
                        max_length=10,
                    ),
                ),
                (
                    "hold",
                    models.CharField(
                        blank=True,
                        choices=[
                            ("none", "none"),
                            ("soft", "soft"),
                            ("medium", "medium"),
                            ("firm", "firm"),
                        ],
                        max_length=10,
                    ),
                ),
                (
                    "directions",
                    models.CharField(
                        blank=True, choices=[("rinse", "rinse"), ("leave", "leave")], max_length=10
                    ),
                ),
                (
                    "dwell_min",
                    models.FloatField(
                        blank=True, help_text="Least time, as labelled [min].", null=True
                    ),
                ),
                (
                    "dwell_max_min",
                    models.FloatField(blank=True, help_text="Longest time [min].", null=True),
                ),
                ("ingredients", models.TextField(blank=True, help_text="The label's list.")),
                ("unit", models.CharField(default="pump", max_length=30)),
                (
                    "unit_g",
                    models.FloatField(blank=True, help_text="Grams of one unit.", null=True),
                ),
                (
                    "stock_g",
                    models.FloatField(default=0, help_text="What is left, in all bottles of it."),
                ),
                (
                    "full_g",
                    models.FloatField(
                        blank=True, help_text="Content of a full bottle [g].", null=True
                    ),
                ),
                (
                    "price",
                    models.DecimalField(
                        blank=True,
                        decimal_places=2,
                        help_text="Of a full bottle.",
                        max_digits=8,
                        null=True,
                    ),
                ),
                ("batch", models.CharField(blank=True, max_length=40)),
                ("barcode", models.CharField(blank=True, max_length=20)),
                ("best_before", models.DateField(blank=True, null=True)),
                ("opened_on", models.DateField(blank=True, null=True)),
                ("months_after_opening", models.PositiveSmallIntegerField(blank=True, null=True)),
                (
                    "made_on",
                    models.DateField(blank=True, help_text="Of something homemade.", null=True),
                ),
                ("keeps_days", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("note", models.TextField(blank=True, max_length=2000)),
                ("retired_at", models.DateTimeField(blank=True, null=True)),
                ("version", models.PositiveIntegerField(default=1)),
                ("history_id", models.AutoField(primary_key=True, serialize=False)),
                ("history_date", models.DateTimeField(db_index=True)),
                ("history_change_reason", models.CharField(max_length=100, null=True)),
                (
                    "history_type",
                    models.CharField(
                        choices=[("+", "Created"), ("~", "Changed"), ("-", "Deleted")], max_length=1
                    ),
                ),
                (
                    "history_user",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "verbose_name": "historical product",
                "verbose_name_plural": "historical products",
                "ordering": ("-history_date", "-history_id"),
                "get_latest_by": ("history_date", "history_id"),
            },
            bases=(simple_history.models.HistoricalChanges, models.Model),
        ),
        migrations.CreateModel(
            name="PalmTest",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "result",
                    models.CharField(
                        choices=[("clear", "clear"), ("flakes", "flakes")], max_length=10
                    ),
                ),
                ("note", models.CharField(blank=True, max_length=200)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "pair",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="tests",
                        to="products.pair",
                    ),
                ),
            ],
            options={
                "ordering": ["at", "pk"],
            },
        ),
        migrations.CreateModel(
            name="Product",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("name", models.CharField(max_length=120, unique=True)),
                (
                    "role",
                    models.CharField(
                        choices=[
                            ("pre_oil", "pre oil"),
                            ("clarifier", "clarifier"),
                            ("shampoo", "shampoo"),
                            ("co_wash", "co wash"),
                            ("clay", "clay"),
                            ("rinse_out", "rinse out"),
                            ("mask", "mask"),
                            ("mist", "mist"),
                            ("scalp_oil", "scalp oil"),
                            ("heat_protectant", "heat protectant"),
                            ("leave_in", "leave in"),
                            ("oil", "oil"),
                            ("cream", "cream"),
                            ("butter", "butter"),
                            ("mousse", "mousse"),
                            ("custard", "custard"),
                            ("gel", "gel"),
                            ("edge_gel", "edge gel"),
                        ],
                        max_length=20,
                    ),
                ),
                (
                    "also",
                    models.JSONField(
                        blank=True, default=list, help_text="Other roles it may serve."
                    ),
                ),
                (
                    "weight",
                    models.CharField(
                        choices=[("light", "light"), ("medium", "medium"), ("heavy", "heavy")],
                        default=craft.vocabulary.shelf.Weight["MEDIUM"],
                        max_length=10,
                    ),
                ),
                (
                    "hold",
                    models.CharField(
                        blank=True,
                        choices=[
                            ("none", "none"),
                            ("soft", "soft"),
                            ("medium", "medium"),
                            ("firm", "firm"),
                        ],
                        max_length=10,
                    ),
                ),
                (
                    "directions",
                    models.CharField(
                        blank=True, choices=[("rinse", "rinse"), ("leave", "leave")], max_length=10
                    ),
                ),
                (
                    "dwell_min",
                    models.FloatField(
                        blank=True, help_text="Least time, as labelled [min].", null=True
                    ),
                ),
                (
                    "dwell_max_min",
                    models.FloatField(blank=True, help_text="Longest time [min].", null=True),
                ),
                ("ingredients", models.TextField(blank=True, help_text="The label's list.")),
                ("unit", models.CharField(default="pump", max_length=30)),
                (
                    "unit_g",
                    models.FloatField(blank=True, help_text="Grams of one unit.", null=True),
                ),
                (
                    "stock_g",
                    models.FloatField(default=0, help_text="What is left, in all bottles of it."),
                ),
                (
                    "full_g",
                    models.FloatField(
                        blank=True, help_text="Content of a full bottle [g].", null=True
                    ),
                ),
                (
                    "price",
                    models.DecimalField(
                        blank=True,
                        decimal_places=2,
                        help_text="Of a full bottle.",
                        max_digits=8,
                        null=True,
                    ),
                ),
                ("batch", models.CharField(blank=True, max_length=40)),
                ("barcode", models.CharField(blank=True, max_length=20)),
                ("best_before", models.DateField(blank=True, null=True)),
                ("opened_on", models.DateField(blank=True, null=True)),
                ("months_after_opening", models.PositiveSmallIntegerField(blank=True, null=True)),
                (
                    "made_on",
                    models.DateField(blank=True, help_text="Of something homemade.", null=True),
                ),
                ("keeps_days", models.PositiveSmallIntegerField(blank=True, null=True)),
                ("note", models.TextField(blank=True, max_length=2000)),
                ("retired_at", models.DateTimeField(blank=True, null=True)),
                ("version", models.PositiveIntegerField(default=1)),
            ],
            options={
                "ordering": ["role", "name"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            ("unit_g__isnull", True), ("unit_g__gt", 0), _connector="OR"
                        ),
                        name="unit_weighs_something",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("stock_g__gte", 0)), name="stock_is_not_negative"
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("full_g__isnull", True), ("full_g__gt", 0), _connector="OR"
                        ),
                        name="bottle_holds_something",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("price__isnull", True), ("price__gte", 0), _connector="OR"
                        ),
                        name="price_is_not_negative",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(
                            ("dwell_min__isnull", True),
                            ("dwell_max_min__isnull", True),
                            ("dwell_min__lte", models.F("dwell_max_min")),
                            _connector="OR",
                        ),
                        name="dwell_is_a_range",
                    ),
                ],
            },
        ),
        migrations.AddField(
            model_name="pair",
            name="first",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="+", to="products.product"
            ),
        ),
        migrations.AddField(
            model_name="pair",
            name="second",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE, related_name="+", to="products.product"
            ),
        ),
        migrations.CreateModel(
            name="Calibration",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("unit", models.CharField(max_length=30)),
                ("readings", models.JSONField(help_text="units and grams of each weighing.")),
                ("unit_g", models.FloatField()),
                ("spread_g", models.FloatField(null=True)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "product",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="calibrations",
                        to="products.product",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("unit_g__gt", 0)), name="calibrated_unit_weighs"
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="StockMove",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "kind",
                    models.CharField(
                        choices=[
                            ("delivery", "Delivery"),
                            ("used", "Used"),
                            ("recount", "Recount"),
                            ("waste", "Waste"),
                        ],
                        max_length=10,
                    ),
                ),
                ("grams", models.FloatField(help_text="Positive in, negative out.")),
                (
                    "beyond_g",
                    models.FloatField(
                        default=0, help_text="Used beyond what the shelf knew of; not in the grams."
                    ),
                ),
                (
                    "weighed",
                    models.BooleanField(default=True, help_text="Else taken from the plan."),
                ),
                (
                    "visit",
                    models.PositiveBigIntegerField(
                        blank=True, help_text="That used it.", null=True
                    ),
                ),
                ("note", models.CharField(blank=True, max_length=200)),
                (
                    "at",
                    models.DateTimeField(
                        default=django.utils.timezone.now, help_text="When it happened."
                    ),
                ),
                (
                    "booked_at",
                    models.DateTimeField(
                        default=django.utils.timezone.now, help_text="When the shelf learned it."
                    ),
                ),
                ("undone_at", models.DateTimeField(blank=True, null=True)),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "product",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="moves",
                        to="products.product",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [
                    models.Index(fields=["kind", "at"], name="products_st_kind_4b7e43_idx"),
                    models.Index(fields=["product", "-at"], name="products_st_product_ca46d6_idx"),
                    models.Index(fields=["visit"], name="products_st_visit_109fa8_idx"),
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(
                            models.Q(("kind", "used"), _negated=True),
                            ("grams__lte", 0),
                            _connector="OR",
                        ),
                        name="use_takes_out",
                    ),
                    models.CheckConstraint(
                        condition=models.Q(("beyond_g__gte", 0)), name="beyond_is_not_negative"
                    ),
                    models.UniqueConstraint(
                        condition=models.Q(("kind", "used")),
                        fields=("visit", "product"),
                        name="a_visit_uses_a_product_once",
                    ),
                ],
            },
        ),
        migrations.CreateModel(
            name="Weighing",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("units", models.FloatField()),
                ("grams", models.FloatField()),
                ("visit", models.PositiveBigIntegerField(blank=True, null=True)),
                ("at", models.DateTimeField(default=django.utils.timezone.now)),
                (
                    "by",
                    models.ForeignKey(
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
                (
                    "product",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="weighings",
                        to="products.product",
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [
                    models.Index(fields=["product", "-at"], name="products_we_product_3d98bd_idx")
                ],
                "constraints": [
                    models.CheckConstraint(
                        condition=models.Q(("grams__gt", 0), ("units__gt", 0)),
                        name="weighed_something",
                    )
                ],
            },
        ),
        migrations.CreateModel(
            name="PairSighting",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("visit", models.PositiveBigIntegerField()),
                ("flaked", models.BooleanField()),
                (
                    "pair",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="sightings",
                        to="products.pair",
                    ),
                ),
            ],
            options={
                "indexes": [models.Index(fields=["visit"], name="products_pa_visit_89f155_idx")],
                "constraints": [
                    models.UniqueConstraint(fields=("pair", "visit"), name="each_pair_once_a_visit")
                ],
            },
        ),
        migrations.AddIndex(
            model_name="pair",
            index=models.Index(fields=["flakes"], name="products_pa_flakes_17de8e_idx"),
        ),
        migrations.AddConstraint(
            model_name="pair",
            constraint=models.UniqueConstraint(fields=("first", "second"), name="each_pair_once"),
        ),
        migrations.AddConstraint(
            model_name="pair",
            constraint=models.CheckConstraint(
                condition=models.Q(("first__lt", models.F("second"))), name="pair_is_ordered"
            ),
        ),
    ]
