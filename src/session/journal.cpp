#include "session/journal.h"
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLockFile>
#include <QSysInfo>
#include <QUuid>
#include <algorithm>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace lw {
using namespace Qt::StringLiterals;
using Json = nlohmann::json;

/// The kernel lets go of the lock when its program ends, however it ends, whatever the machine is called by then.
struct Journal::Open {
    QString path;
    int file = -1;
    off_t good = 0; ///< whole lines end here
    explicit Open(const QString &name)
        : path(name), file(::open(QFile::encodeName(name).constData(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, 0600)) {
        if (file >= 0) ::flock(file, LOCK_EX | LOCK_NB);
    }
    ~Open() {
        if (file >= 0) ::close(file);
    }
    Open(const Open &) = delete;
    Open &operator=(const Open &) = delete;
};

namespace {
QByteArray lineOf(const Json &j) {
    return QByteArray::fromStdString(j.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n");
}

/// True when a living program writes it. Versions before this one kept a lock file beside it, which names its machine.
bool inUse(const QString &path) {
    const int file = ::open(QFile::encodeName(path).constData(), O_RDONLY | O_CLOEXEC);
    if (file < 0) return true;
    const bool free = ::flock(file, LOCK_SH | LOCK_NB) == 0;
    ::close(file);
    if (!free) return true;
    const QString beside = path.chopped(int(std::strlen("journal"))) + u"lock"_s;
    if (!QFile::exists(beside)) return false;
    QLockFile lock(beside);
    lock.setStaleLockTime(0);
    if (lock.tryLock(0)) return false;
    qint64 pid = 0;
    QString host, program;
    return lock.getLockInfo(&pid, &host, &program) &&
           host == QSysInfo::machineHostName(); // another name: this machine was called that once
}

/// Ground and edits of a journal's text; a line cut off by the kill is left out.
std::optional<Recovered> parsed(const QByteArray &text) {
    const auto firstEnd = text.indexOf('\n');
    const Json ground = Json::parse(text.left(firstEnd < 0 ? text.size() : firstEnd).toStdString(), nullptr, false);
    if (!ground.is_object() || !ground.contains("project") || !ground["project"].is_object()) return {};
    Recovered r;
    r.project = ground["project"];
    if (const auto path = ground.find("path"); path != ground.end() && path->is_string())
        r.path = QString::fromStdString(path->get<std::string>());
    if (const auto s = ground.find("stamp");
        s != ground.end() && s->is_array() && s->size() == 5 &&
        std::all_of(s->begin(), s->end(), [](const Json &n) { return n.is_number_integer(); }))
        r.stamp = FileStamp{(*s)[0], (*s)[1], (*s)[2], (*s)[3], (*s)[4]};
    if (const auto unsaved = ground.find("unsaved"); unsaved != ground.end() && *unsaved == true) ++r.edits;
    for (qsizetype at = firstEnd < 0 ? text.size() : firstEnd + 1; at < text.size();) {
        auto end = text.indexOf('\n', at);
        if (end < 0) end = text.size();
        const Json line = Json::parse(text.constData() + at, text.constData() + end, nullptr, false);
        at = end + 1;
        if (!line.is_array()) continue;
        bool good = true;
        for (const auto &p : line)
            good &= p.is_object() && p.contains("at") && p["at"].is_string() && p.contains("value");
        if (!good) continue;
        for (const auto &p : line)
            setAt(r.project, p["at"].get<std::string>(), p["value"]);
        ++r.edits;
    }
    return r;
}
} // namespace

Journal::Journal(QString folder) : m_folder(std::move(folder)) {
    QDir().mkpath(m_folder);
    QFile::setPermissions(m_folder,
                          QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner); // jobs are nobody else's business
}
Journal::~Journal() { end(); }

void Journal::begin(const Json &project, const QString &path, const std::optional<FileStamp> &stamp, bool unsaved) {
    if (m_open && m_open->good > 0) m_before.push_back(std::move(m_open));
    m_open.reset();
    Json ground = {{"path", path.toStdString()}, {"project", project}};
    if (unsaved) ground["unsaved"] = true;
    if (stamp) ground["stamp"] = {stamp->seconds, stamp->nanoseconds, stamp->size, stamp->node, stamp->device};
    m_unwritten = lineOf(ground);
    m_begun = true;
    (void)write();
}

void Journal::add(const std::vector<Patch> &patches) {
    Json line = Json::array();
    for (const auto &p : patches)
        line.push_back({{"at", p.pointer}, {"value", p.value}});
    m_unwritten += lineOf(line);
    (void)write();
}

QString Journal::file() const { return m_open ? m_open->path : QString(); }

bool Journal::retry() { return m_unwritten.isEmpty() || write(); }

bool Journal::write() {
    if (!m_open || m_open->file < 0) {
        QDir().mkpath(m_folder); // it may have been cleared away
        m_open = std::make_unique<Open>(m_folder + u"/"_s + QUuid::createUuid().toString(QUuid::WithoutBraces) +
                                        u".journal"_s);
    }
    int fault = m_open->file < 0 ? errno : 0;
    while (!fault && !m_unwritten.isEmpty()) {
        const auto n = ::write(m_open->file, m_unwritten.constData(), std::size_t(m_unwritten.size()));
        if (n == m_unwritten.size()) {
            m_open->good += n;
            m_unwritten.clear();
        } else if (n >= 0 ||
                   errno != EINTR) { // part of it went: take that back, so that no half line lies in the middle
            fault = n >= 0 ? ENOSPC : errno;
            if (::ftruncate(m_open->file, m_open->good) == 0) ::lseek(m_open->file, m_open->good, SEEK_SET);
        }
    }
    if (!fault) { // the ground and every edit stand: now, not earlier, the journal before this one goes
        for (const auto &b : m_before)
            QFile::remove(b->path);
        m_before.clear();
    }
    m_problem =
        fault ? u"the journal cannot be written (%1)"_s.arg(QString::fromLocal8Bit(std::strerror(fault))) : QString();
    return !fault;
}

void Journal::end() {
    if (m_open && m_open->file >= 0) QFile::remove(m_open->path);
    m_open.reset();
    for (const auto &b : m_before)
        QFile::remove(b->path);
    m_before.clear();
    m_unwritten.clear();
    m_problem.clear();
    m_begun = false;
}

std::vector<WaitingJournal> Journal::waiting(const QString &folder) {
    std::vector<WaitingJournal> out;
    for (const auto &info : QDir(folder).entryInfoList({u"*.journal"_s}, QDir::Files, QDir::Time)) {
        if (inUse(info.filePath())) continue;
        const auto r = read(info.filePath());
        if (!r) continue;
        if (r->edits == 0) {
            remove(info.filePath());
            continue;
        }
        WaitingJournal w{info.filePath(), {}, r->path, info.lastModified(), r->edits};
        if (const auto name = r->project.find("name"); name != r->project.end() && name->is_string())
            w.name = QString::fromStdString(name->get<std::string>());
        if (w.name.isEmpty()) w.name = r->path.isEmpty() ? u"New job"_s : QFileInfo(r->path).completeBaseName();
        out.push_back(std::move(w));
    }
    return out;
}

std::optional<Recovered> Journal::read(const QString &path) {
    if (inUse(path)) return {};
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly)) return {};
    return parsed(file.readAll());
}

void Journal::remove(const QString &path) {
    if (inUse(path)) return;
    QFile::remove(path);
    QFile::remove(path.chopped(int(std::strlen("journal"))) + u"lock"_s);
}

} // namespace lw
