#include "session/journal.h"
#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QUuid>

namespace lw {
using namespace Qt::StringLiterals;
using Json = nlohmann::json;

Journal::Journal(QString folder) : m_folder(std::move(folder)) { QDir().mkpath(m_folder); }
Journal::~Journal() { end(); }

void Journal::begin(const Json &project, const QString &path) {
    end();
    const QString name = m_folder + u"/"_s + QUuid::createUuid().toString(QUuid::WithoutBraces);
    m_lock = std::make_unique<QLockFile>(name + u".lock"_s);
    m_lock->setStaleLockTime(0); // held as long as the program lives
    if (!m_lock->tryLock(0)) {
        m_lock.reset();
        return;
    }
    m_file.setFileName(name + u".journal"_s);
    if (!m_file.open(QIODevice::WriteOnly | QIODevice::Truncate | QIODevice::Unbuffered)) return;
    const Json ground = {{"path", path.toStdString()}, {"project", project}};
    m_file.write(QByteArray::fromStdString(ground.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n"));
}

void Journal::add(const std::vector<Patch> &patches) {
    if (!m_file.isOpen()) return;
    Json line = Json::array();
    for (const auto &p : patches) line.push_back({{"at", p.pointer}, {"value", p.value}});
    m_file.write(QByteArray::fromStdString(line.dump(-1, ' ', false, Json::error_handler_t::replace) + "\n"));
}

void Journal::end() {
    if (m_file.isOpen()) {
        m_file.close();
        m_file.remove();
    }
    m_lock.reset();
}

std::optional<Recovered> Journal::recover(const QString &folder) {
    std::optional<Recovered> out;
    const auto files = QDir(folder).entryInfoList({u"*.journal"_s}, QDir::Files, QDir::Time);
    for (const auto &info : files) {
        QLockFile lock(info.path() + u"/"_s + info.completeBaseName() + u".lock"_s);
        lock.setStaleLockTime(0);
        if (!lock.tryLock(0)) continue; // its program still runs
        QFile file(info.filePath());
        if (!out && file.open(QIODevice::ReadOnly)) {
            const auto lines = file.readAll().split('\n');
            const Json ground = Json::parse(lines.value(0).toStdString(), nullptr, false);
            if (ground.is_object() && ground.contains("project") && ground["project"].is_object()) {
                Recovered r;
                r.project = ground["project"];
                r.path = QString::fromStdString(ground.value("path", std::string()));
                for (qsizetype k = 1; k < lines.size(); ++k) {
                    const Json line = Json::parse(lines[k].toStdString(), nullptr, false);
                    if (!line.is_array()) continue; // the line being written when it was killed
                    bool good = true;
                    for (const auto &p : line) good &= p.is_object() && p.contains("at") && p["at"].is_string() && p.contains("value");
                    if (!good) continue;
                    for (const auto &p : line) setAt(r.project, p["at"].get<std::string>(), p["value"]);
                    ++r.edits;
                }
                if (r.edits > 0) out = std::move(r);
            }
            file.close();
        }
        file.remove();
    }
    return out;
}

} // namespace lw
