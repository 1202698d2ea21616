"""What the house counted moves into the kit."""

from django.db import migrations


def move_in(apps, _schema):
    """Rods, pins and bands of the house become items of the kit."""
    house = apps.get_model("house", "House").objects.first()
    if house is None:
        return
    items = apps.get_model("kit", "KitItem").objects
    items.create(kind="pin", count=house.pins)
    items.create(kind="band", count=house.bands)
    counts = {}
    for rod in house.rods:
        counts[rod["diameter_mm"]] = counts.get(rod["diameter_mm"], 0) + rod["count"]
    for diameter, count in counts.items():
        items.create(kind="rod", diameter_mm=diameter, count=count)


def move_out(apps, _schema):
    """The way back."""
    house = apps.get_model("house", "House").objects.first()
    if house is None:
        return
    items = list(apps.get_model("kit", "KitItem").objects.all())
    house.pins = sum(one.count for one in items if one.kind == "pin")
    house.bands = sum(one.count for one in items if one.kind == "band")
    house.rods = [
        {"diameter_mm": one.diameter_mm, "count": one.count} for one in items if one.kind == "rod"
    ]
    house.save()
    apps.get_model("kit", "KitItem").objects.filter(kind__in=("pin", "band", "rod")).delete()


class Migration(migrations.Migration):
    dependencies = [("kit", "0001_initial"), ("house", "0002_schools_and_rules")]

    operations = [migrations.RunPython(move_in, move_out)]
