"""The air of a service: a sensor that is not believed blindly, a forecast, the salon's word."""

from datetime import UTC, datetime, timedelta
from unittest import mock

from CoolProp.HumidAirProp import HAPropsSI
from django.test import SimpleTestCase, override_settings
from django.utils import timezone

from craft.physics import air
from salon.devices.ambient import ambient
from salon.devices.models import RoomStandIn
from salon.devices.room import AirReading, NoSensor, Trust, judge, sensor
from salon.devices.room.simulated import reading
from salon.devices.weather import NoWeather, weather
from salon.devices.weather.simulated import outside
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest

NOON = datetime(2026, 6, 20, 12, 0, tzinfo=UTC)


def said(*pairs: tuple[float, float], every_min: float = 1) -> list[AirReading]:
    """Readings of (°C, RH), the last one at noon."""
    last = len(pairs) - 1
    return [
        AirReading(NOON - timedelta(minutes=(last - place) * every_min), temp, rh)
        for place, (temp, rh) in enumerate(pairs)
    ]


class JudgeTest(SimpleTestCase):
    def test_the_median_of_the_last_minutes(self) -> None:
        result = judge(said((22, 0.5), (22.2, 0.52), (30, 0.51)), NOON)
        self.assertEqual((result.trust, result.temp_c, result.rh), (Trust.GOOD, 22.2, 0.51))

    def test_a_sensor_that_says_nothing(self) -> None:
        readings = said((22, 0.5), (22.1, 0.5))
        self.assertEqual(judge(readings, NOON + timedelta(minutes=14)).trust, Trust.GOOD)
        late = judge(readings, NOON + timedelta(minutes=16))
        self.assertEqual((late.trust, late.temp_c, late.at), (Trust.SILENT, None, NOON))
        self.assertEqual(judge([], NOON).trust, Trust.SILENT)
        self.assertEqual(judge(None, NOON).trust, Trust.LOST)

    def test_a_value_that_never_moves(self) -> None:
        self.assertEqual(judge(said(*[(22.4, 0.55)] * 12), NOON).trust, Trust.STUCK)
        moving = [(22.4, 0.55)] * 11 + [(22.5, 0.55)]
        self.assertEqual(judge(said(*moving), NOON).trust, Trust.GOOD)

    def test_air_no_room_has(self) -> None:
        for pair in ((-40, 0.5), (22, 1.0), (85, 0.5)):
            self.assertEqual(judge(said(pair), NOON).trust, Trust.ODD)


class StandInsTest(SimpleTestCase):
    def test_the_room_has_noise_gaps_and_a_day(self) -> None:
        day = [reading(NOON + timedelta(minutes=minute)) for minute in range(24 * 60)]
        kept = [hour for hour in day if hour]
        self.assertTrue(0.02 < 1 - len(kept) / len(day) < 0.12)
        temps = [hour.temp_c for hour in kept]
        self.assertTrue(20 < min(temps) < max(temps) < 25.5)
        self.assertGreater(len({hour.rh for hour in kept}), 60)
        self.assertEqual(reading(NOON), reading(NOON))

    def test_the_harbour_town_has_seasons_and_physical_air(self) -> None:
        year = [outside(NOON + timedelta(days=day)) for day in range(365)]
        july = [hour.temp_c for hour in year if hour.at.month == 7]
        january = [hour.temp_c for hour in year if hour.at.month == 1]
        self.assertGreater(sum(july) / len(july), sum(january) / len(january) + 8)
        self.assertTrue(all(0.2 < hour.rh <= 1 for hour in year))
        night, noon = outside(NOON - timedelta(hours=8)), outside(NOON)
        self.assertLess(night.temp_c, noon.temp_c)
        self.assertGreater(night.rh, noon.rh)


class IndoorsTest(SimpleTestCase):
    def test_against_coolprop(self) -> None:
        # The water of the air outside, warmed, with what a household adds: CoolProp's humid air.
        for out_c, out_rh in ((2, 0.95), (5, 0.9), (12, 0.7)):
            content = HAPropsSI("W", "T", out_c + 273.15, "P", 101325, "R", out_rh)
            volume = HAPropsSI("V", "T", out_c + 273.15, "P", 101325, "R", out_rh)
            added = content + air.HOME_ADDS_KG_PER_M3 * volume
            expected = HAPropsSI("R", "T", 293.15, "P", 101325, "W", added)
            self.assertAlmostEqual(air.indoors(out_c, out_rh, 20), expected, delta=0.05)

    def test_dew_point_and_back(self) -> None:
        self.assertAlmostEqual(air.humidity_of_dew_point(22, air.dew_point(22, 0.5)), 0.5, places=3)
        self.assertEqual(air.humidity_of_dew_point(10, 15), 1)


@override_settings(GAUFFER_ROOM="simulated", GAUFFER_WEATHER="simulated")
class AmbientTest(ApiTest):
    def draft(self, **more: object) -> dict[str, object]:
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}} | more
        return self.post("/api/plans/draft/", wish).json()["request"]

    def test_a_plan_of_now_takes_sensor_and_forecast(self) -> None:
        request = self.draft()
        self.assertIn("simulated room sensor", request["room"]["source"])
        self.assertIn("simulated forecast", request["home"]["source"])
        self.assertEqual(request["journey_min"], current_salon().journey_min)

    def test_a_plan_of_another_day_takes_the_usual_air(self) -> None:
        start = timezone.now() + timedelta(days=2)
        result = ambient(current_salon(), start)
        self.assertEqual(result.room.by, "salon")
        self.assertIsNotNone(result.home)

    def test_a_sensor_that_cannot_be_trusted_gives_way_to_the_salon(self) -> None:
        for mode in (RoomStandIn.STUCK, RoomStandIn.SILENT, RoomStandIn.LOST):
            body = self.post("/api/air/stand-in/", {"mode": mode}).json()
            self.assertEqual(body["room"]["trust"], mode)
            self.assertEqual(body["used"]["by"], "salon")
            self.assertEqual(self.draft()["room"]["by"], "salon")
        self.assertEqual(
            self.post("/api/air/stand-in/", {"mode": "good"}).json()["room"]["trust"], "good"
        )

    def test_what_is_typed_wins(self) -> None:
        request = self.draft(room={"rh": 0.8}, home={"temp_c": 25, "rh": 0.3}, journey_min=5)
        self.assertEqual((request["room"]["rh"], request["room"]["by"]), (0.8, "hand"))
        self.assertEqual(request["home"], {"temp_c": 25, "rh": 0.3, "by": "hand", "source": ""})
        self.assertEqual(request["journey_min"], 5)

    def test_the_air_as_it_is_shown(self) -> None:
        body = self.client.get("/api/air/").json()
        self.assertEqual(len(body["ahead"]), 24)
        self.assertTrue(body["room"]["readings"])
        self.assertAlmostEqual(
            body["room"]["dew_point_c"],
            air.dew_point(body["room"]["temp_c"], body["room"]["rh"]),
            delta=0.06,
        )

    def test_bad_input(self) -> None:
        answer = self.post("/api/air/stand-in/", {"mode": "melted"})
        self.assertRefused(answer, "mode", "not a valid choice")

    @override_settings(GAUFFER_ROOM="none", GAUFFER_WEATHER="none")
    def test_without_sensor_and_forecast(self) -> None:
        body = self.client.get("/api/air/").json()
        self.assertEqual((body["room"]["trust"], body["home"], body["ahead"]), ("none", None, []))
        self.assertEqual(self.draft()["home"], None)
        answer = self.post("/api/air/stand-in/", {"mode": "lost"})
        self.assertRefused(answer, "room", "No room sensor")

    def test_settings_that_name_nothing(self) -> None:
        with override_settings(GAUFFER_ROOM="barometer"), self.assertRaises(NoSensor) as caught:
            sensor()
        self.assertIn("barometer", str(caught.exception))
        with override_settings(GAUFFER_WEATHER="frogs"), self.assertRaises(NoWeather):
            weather()

    def test_a_forecast_that_does_not_answer(self) -> None:
        with mock.patch("salon.devices.weather.simulated.HarbourTown.hourly", return_value=None):
            self.assertIsNone(ambient(current_salon(), None).home)
