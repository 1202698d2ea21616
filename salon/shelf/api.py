"""The shelf, to be looked at."""

from django.urls import path
from rest_framework import generics, serializers

from salon.shelf.models import Product


class ProductSerializer(serializers.ModelSerializer):
    class Meta:
        model = Product
        fields = ["id", "name", "role", "weight", "unit", "unit_g", "stock_g"]


class ProductsView(generics.ListAPIView):
    """Bottles on the shelf."""

    queryset = Product.objects.all()
    serializer_class = ProductSerializer


urlpatterns = [path("products/", ProductsView.as_view(), name="products")]
