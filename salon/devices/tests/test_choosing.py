"""A real salon never works with invented values: stand-ins are for the demo, or chosen."""

from django.test import override_settings

from craft.vocabulary import AirSource
from salon.aftercare.models import Message
from salon.aftercare.outbox import deliver_due, fill_outbox
from salon.devices.ambient import ambient
from salon.devices.gateway import NoGateway, gateway
from salon.devices.room import NoSensor, sensor
from salon.devices.scale import NoScale, scale
from salon.devices.scope import NoPicture, scope
from salon.devices.weather import NoWeather, weather
from salon.salon_settings.models import Salon
from salon.salon_settings.services import current_salon
from salon.tests.base import ApiTest

AUTO = {f"GAUFFER_{name}": "auto" for name in ("SCOPE", "SCALE", "ROOM", "WEATHER", "GATEWAY")}
DEVICES = (
    (scope, NoPicture),
    (scale, NoScale),
    (sensor, NoSensor),
    (weather, NoWeather),
    (gateway, NoGateway),
)


@override_settings(**AUTO)
class ChoosingTest(ApiTest):
    def setUp(self) -> None:
        super().setUp()
        current_salon()

    def test_a_real_salon_has_no_stand_ins(self) -> None:
        for device, refusal in DEVICES:
            with self.subTest(device.__name__), self.assertRaises(refusal):
                device()

    def test_the_demo_has_them_all(self) -> None:
        Salon.objects.update(demo=True)
        for device, _ in DEVICES:
            self.assertIn("simulated", device().name)

    def test_a_real_salon_may_choose_one(self) -> None:
        with override_settings(GAUFFER_ROOM="simulated"):
            self.assertTrue(sensor().simulated)

    def test_a_real_salon_plans_with_its_own_air(self) -> None:
        salon = current_salon()
        air = ambient(salon, None)
        self.assertEqual(air.room.by, AirSource.SALON.value)
        self.assertEqual((air.room.temp_c, air.home), (salon.room_temp_c, None))

    def test_a_value_of_a_stand_in_says_so_in_the_plan(self) -> None:
        Salon.objects.update(demo=True)
        wish = {"client": self.person.pk, "goal": {"style": "two_strand_twist_out"}}
        asked = self.post("/api/plans/draft/", wish).json()["request"]
        self.assertIn("simulated room sensor", asked["room"]["source"])
        self.assertIn("simulated forecast", asked["home"]["source"])

    def test_messages_say_what_they_go_out_by(self) -> None:
        path = "/api/messages/gateway/"
        self.assertEqual(self.client.get(path).json(), {"name": "", "simulated": False})
        Salon.objects.update(demo=True)
        self.assertTrue(self.client.get(path).json()["simulated"])

    def test_nothing_waits_where_nothing_can_be_sent(self) -> None:
        self.assertEqual(fill_outbox(), 0)
        deliver_due()
        self.assertFalse(Message.objects.exists())

    def test_a_consultation_says_that_no_scope_is_connected(self) -> None:
        path = f"/api/clients/{self.person.pk}/scope/"
        self.assertEqual(self.client.get(path).json()["name"], "")
        self.assertRefused(self.post(path, {"zone": ""}), "scope", "No strand scope")
