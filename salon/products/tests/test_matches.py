"""What the name of an allergy matches on the shelf."""

from salon.products.models import Product
from salon.tests.base import ApiTest


class MatchTest(ApiTest):
    def test_each_name_shows_what_holds_it(self) -> None:
        Product.objects.create(
            name="Nut oil", role="oil", ingredients="Prunus Amygdalus Dulcis Oil, Parfum"
        )
        Product.objects.create(name="Plain", role="gel", ingredients="Aqua, Panthenol")
        path = "/api/shelf/matches/?name=almond, linalool&name=xyzzy"
        almond, linalool, xyzzy = self.client.get(path).json()
        self.assertEqual((almond["name"], almond["understood"]), ("almond", True))
        self.assertEqual([row["name"] for row in almond["bottles"]], ["Nut oil"])
        self.assertTrue(almond["bottles"][0]["sure"])
        self.assertFalse(linalool["bottles"][0]["sure"])
        self.assertEqual((xyzzy["understood"], xyzzy["bottles"]), (False, []))
