// Rows of the electrics that can be bought: what stands between the mains and the motors besides drives and supplies.
#pragma once

#include "catalogue/sold.h"

namespace lw {

/// Of metal, for braking: switched across a bus.
struct CatalogueResistor : Sold {
    double ohms = 0, watts = 0; ///< watts: all day, on a plate
};
struct CatalogueFan : Sold {
    double flow = 0, face = 0; ///< m^3/h blowing free; mm
};
/// Flexible cable, by the metre.
struct CatalogueWire : Sold {
    double section = 0, cores = 0, perMetre = 0; ///< mm^2
    bool screened = false;
};
struct CatalogueFuse : Sold {
    double amperes = 0, dcVolts = 0; ///< dcVolts: that it breaks on direct current
    bool slow = false;
};
struct CatalogueContactor : Sold {
    double amperes = 0, poles = 0, coilVolts = 0; ///< amperes: of motors on mains
};
/// A pair, plug and socket, keyed and locked.
struct CatalogueConnector : Sold {
    double poles = 0, amperes = 0;
};

} // namespace lw
