"""What products are called by what they are for."""

from craft.messages import say
from craft.vocabulary import Role

NAMES = {
    Role.PRE_OIL: say("pre-wash oil"),
    Role.CLARIFIER: say("clarifying shampoo"),
    Role.SHAMPOO: say("shampoo"),
    Role.CO_WASH: say("co-wash"),
    Role.RINSE_OUT: say("rinse-out conditioner"),
    Role.MASK: say("mask"),
    Role.CLAY: say("clay"),
    Role.HEAT_PROTECTANT: say("heat protectant"),
    Role.EDGE_GEL: say("edge gel"),
    Role.LEAVE_IN: say("leave-in"),
    Role.CREAM: say("cream"),
    Role.BUTTER: say("butter"),
    Role.OIL: say("sealing oil"),
    Role.MOUSSE: say("mousse"),
    Role.CUSTARD: say("custard"),
    Role.GEL: say("gel"),
    Role.MIST: say("mist"),
    Role.SCALP_OIL: say("scalp oil"),
}
