// The one place that knows which page a station has.
#include "app/as_found_page.h"
#include "app/build_page.h"
#include "app/drive_page.h"
#include "app/duty_page.h"
#include "app/first_cuts_page.h"
#include "app/log_page.h"
#include "app/parts_page.h"
#include "app/proof_page.h"

namespace lw {

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
