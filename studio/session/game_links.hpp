// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QStringList>
#include <QTimer>
#include <deque>
#include <filesystem>
#include <memory>
#include <optional>
#include <vector>

#include "link/host_end.hpp"
#include "studio/session/live_player.hpp"

class QLocalServer;
class QWebSocketServer;

namespace leap::studio {

/// A game that is linked to the window: what it plays, and where it has been lately.
struct LinkedGame {
    int number = 0;  ///< it keeps it for as long as it is linked; no other one gets it
    QString name;
    link::Playing playing;
    std::deque<link::StateNow> lately;                        ///< by its own time, the newest last
    std::vector<std::map<std::string, std::string>> why_not;  ///< by character, as it was told last
    std::optional<link::ScriptsTaken> scripts;                ///< what it said of those that were sent last
};

/// Listens for games of the same user on this machine, and speaks with them: docs/link.md.
class GameLinks : public QObject {
    Q_OBJECT

  public:
    explicit GameLinks(Clock clock, QObject* parent = nullptr);
    ~GameLinks() override;
    GameLinks(const GameLinks&) = delete;
    GameLinks& operator=(const GameLinks&) = delete;

    /// From now on games find the window by its file in this folder. Returns why they can't, or nothing.
    QString listen(const std::filesystem::path& folder, const QString& project);
    /// Web pages name where they are from (Origin). Only these may link; programs name nothing, and may.
    void set_origins(const QStringList& origins) { origins_ = origins; }
    const QStringList& origins() const { return origins_; }
    /// Lets go of all games and takes the file away.
    void close();
    bool listening() const;
    /// The port of the same over WebSocket, on the loopback interface; 0 when there is no WebSocket server.
    int websocket_port() const;

    /// What games play from their next tick on; those that come later get it, too.
    void set_scripts(std::vector<SourceFile> files, std::map<std::string, double> dials);
    void set_dials(const std::map<std::string, double>& dials);
    /// Values were written into the files that games have: those who are linked get the values alone, and go on.
    void set_values_written(std::vector<SourceFile> files, const std::map<std::string, double>& dials);

    const std::vector<const LinkedGame*>& games() const { return shown_; }
    const LinkedGame* find(int number) const;
    void play_tape(int number, const link::PlayTape& tape);
    void ask_for_take(int number);
    /// The last connections that were turned away or lost, each in a sentence; the newest last.
    const std::deque<QString>& turned_away() const { return turned_away_; }

  signals:
    /// One has come or gone, or plays something else.
    void games_changed();
    void state_told(int number);
    void take_arrived(const QString& game, const leap::link::Take& take);

  private:
    struct Connection;
    class Pipe;
    class LocalPipe;
    class WebPipe;
    void accept();
    void accept_web();
    void add(std::unique_ptr<Pipe> pipe);
    void read(Connection& of, std::string_view bytes);
    void take(Connection& of, std::vector<link::HostEnd::Happening> happenings);
    void flush(Connection& of);
    void drop_closed();
    void turn_away(const QString& who, const QString& why);
    void send_to_all(const link::FromWindow& message);

    Clock clock_;
    std::unique_ptr<QLocalServer> server_;
    std::unique_ptr<QWebSocketServer> web_server_;
    std::filesystem::path folder_;
    std::filesystem::path file_;
    QString project_;
    std::string token_;
    QStringList origins_;
    link::Scripts scripts_;
    std::vector<std::unique_ptr<Connection>> connections_;
    std::vector<const LinkedGame*> shown_;
    std::deque<QString> turned_away_;
    QTimer timer_;
    int numbers_ = 0;
};

}  // namespace leap::studio
