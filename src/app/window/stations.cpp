// The one place that knows which page a station has.
#include "app/stations/as_found/as_found_page.h"
#include "app/stations/build/build_page.h"
#include "app/stations/drive/drive_page.h"
#include "app/stations/duty/duty_page.h"
#include "app/stations/first_cuts/first_cuts_page.h"
#include "app/stations/log/log_page.h"
#include "app/stations/parts/parts_page.h"
#include "app/stations/proof/proof_page.h"
#include "app/stations/rotary/rotary_page.h"

namespace lw {

StationPage *makeRotaryPage(StationId station, Session *session, QWidget *parent) {
    if (station == StationId::AsFound || station == StationId::Duty) return new RotaryPage(session, station, parent);
    return nullptr;
}

StationPage *makeStationPage(StationId station, Session *session, QWidget *parent) {
    switch (station) {
    case StationId::AsFound: return new AsFoundPage(session, parent);
    case StationId::Duty: return new DutyPage(session, parent);
    case StationId::Drive: return new DrivePage(session, parent);
    case StationId::Proof: return new ProofPage(session, parent);
    case StationId::Parts: return new PartsPage(session, parent);
    case StationId::Build: return new BuildPage(session, parent);
    case StationId::FirstCuts: return new FirstCutsPage(session, parent);
    case StationId::Log: return new LogPage(session, parent);
    }
    return nullptr;
}

} // namespace lw
