// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/game_links.hpp"

#include <unistd.h>

#include <QLocalServer>
#include <QLocalSocket>
#include <QWebSocket>
#include <QWebSocketCorsAuthenticator>
#include <QWebSocketServer>
#include <algorithm>
#include <chrono>
#include <cmath>

#include "link/limits.hpp"
#include "link/meeting.hpp"

namespace leap::studio {
namespace {

/// How much of what a game has told stays in sight, and how many states at most.
constexpr double remembered_s = 20.0;
constexpr std::size_t max_remembered = 20'000;
constexpr std::size_t max_turned_away = 20;
constexpr int look_every_ms = 500;
constexpr int max_leaving_ms = 1000;

}  // namespace

/// What bytes come and go through.
class GameLinks::Pipe {
  public:
    Pipe() = default;
    virtual ~Pipe() = default;
    Pipe(const Pipe&) = delete;
    Pipe& operator=(const Pipe&) = delete;
    virtual bool is_open() const = 0;
    virtual void send(const std::string& lines) = 0;
    virtual std::size_t unsent() const = 0;
    /// It has shown the token.
    virtual void let_in() {}
    /// Lets go of it; what it is still owed, the reason above all, goes out first, but not for ever.
    virtual void leave(const QObject* listener) = 0;
    std::function<void(std::string_view)> came;
    std::function<void()> ended;

  protected:
    template <class Socket>
    static void leave_after_sending(std::unique_ptr<Socket> socket, const QObject* listener) {
        Socket* leaving = socket.release();
        leaving->disconnect(listener);
        connect(leaving, &Socket::disconnected, leaving, &QObject::deleteLater);
        QTimer::singleShot(max_leaving_ms, leaving, &QObject::deleteLater);
        if constexpr (std::is_same_v<Socket, QLocalSocket>)
            leaving->disconnectFromServer();
        else
            leaving->close();
    }
};

class GameLinks::LocalPipe final : public Pipe {
  public:
    LocalPipe(QLocalSocket* socket, const QObject* listener) : socket_(socket) {
        socket->setParent(nullptr);
        socket->setReadBufferSize(link::limits::first_frame);
        connect(socket, &QLocalSocket::readyRead, listener, [this] {
            // What doesn't fit its buffer yet comes as there is room again.
            while (socket_ && socket_->bytesAvailable() > 0) {
                const QByteArray bytes = socket_->readAll();
                came({bytes.constData(), static_cast<std::size_t>(bytes.size())});
            }
        });
        connect(socket, &QLocalSocket::disconnected, listener, [this] { ended(); });
    }
    bool is_open() const override { return socket_ && socket_->state() == QLocalSocket::ConnectedState; }
    void send(const std::string& lines) override {
        socket_->write(lines.data(), static_cast<qint64>(lines.size()));
        socket_->flush();  // a dial that is dragged is felt at the game's next tick
    }
    std::size_t unsent() const override { return static_cast<std::size_t>(socket_->bytesToWrite()); }
    void leave(const QObject* listener) override { leave_after_sending(std::move(socket_), listener); }

  private:
    std::unique_ptr<QLocalSocket> socket_;
};

/// A message of text is a line.
class GameLinks::WebPipe final : public Pipe {
  public:
    WebPipe(QWebSocket* socket, const QObject* listener) : socket_(socket) {
        socket->setParent(nullptr);
        // A whole message is read before anyone sees it: short ones until it has shown the token.
        allow(link::limits::first_frame);
        connect(socket, &QWebSocket::textMessageReceived, listener, [this](const QString& text) {
            QByteArray bytes = text.toUtf8();
            bytes.replace('\n', ' ');
            bytes += '\n';
            came({bytes.constData(), static_cast<std::size_t>(bytes.size())});
        });
        connect(socket, &QWebSocket::binaryMessageReceived, listener, [this] { came("binary\n"); });
        connect(socket, &QWebSocket::disconnected, listener, [this] { ended(); });
    }
    bool is_open() const override { return socket_ && socket_->state() == QAbstractSocket::ConnectedState; }
    void send(const std::string& lines) override {
        for (std::size_t at = 0; at < lines.size();) {
            const std::size_t end = std::min(lines.find('\n', at), lines.size());
            socket_->sendTextMessage(QString::fromUtf8(lines.data() + at, static_cast<qsizetype>(end - at)));
            at = end + 1;
        }
        socket_->flush();
    }
    std::size_t unsent() const override { return static_cast<std::size_t>(socket_->bytesToWrite()); }
    void let_in() override { allow(link::limits::line); }
    void leave(const QObject* listener) override { leave_after_sending(std::move(socket_), listener); }

  private:
    void allow(std::size_t bytes) {
        socket_->setMaxAllowedIncomingMessageSize(bytes);
        socket_->setMaxAllowedIncomingFrameSize(bytes);
    }
    std::unique_ptr<QWebSocket> socket_;
};

struct GameLinks::Connection {
    std::unique_ptr<Pipe> pipe;
    link::HostEnd end;
    LinkedGame game{};
    bool gone = false;
};

GameLinks::GameLinks(Clock clock, QObject* parent) : QObject(parent), clock_(std::move(clock)) {
    timer_.setInterval(look_every_ms);
    connect(&timer_, &QTimer::timeout, this, &GameLinks::drop_closed);
}

GameLinks::~GameLinks() {
    close();
}

bool GameLinks::listening() const {
    return server_ != nullptr;
}

int GameLinks::websocket_port() const {
    return web_server_ ? web_server_->serverPort() : 0;
}

QString GameLinks::listen(const std::filesystem::path& folder, const QString& project) {
    close();
    const auto token = link::new_token();
    if (!token) return tr("Games cannot link to this window: the system has no random numbers");
    const auto refuse = [](const QString& why) { return tr("Games cannot link to this window: %1").arg(why); };
    if (const auto ready = link::prepare_meeting_folder(folder); !ready)
        return refuse(QString::fromStdString(ready.error()));
    const int process = static_cast<int>(::getpid());
    const std::filesystem::path socket = link::socket_path(folder, process);
    const QString path = QString::fromStdString(socket.native());
    if (socket.native().size() > link::max_socket_path)
        return refuse(tr("the path %1 has %2 bytes, expected at most %3")
                          .arg(path)
                          .arg(socket.native().size())
                          .arg(link::max_socket_path));
    auto server = std::make_unique<QLocalServer>();
    server->setSocketOptions(QLocalServer::UserAccessOption);
    QLocalServer::removeServer(path);  // of another project that this window had open
    if (!server->listen(path)) return refuse(server->errorString());
    token_ = *token;
    project_ = project;
    folder_ = folder;
    server_ = std::move(server);
    connect(server_.get(), &QLocalServer::newConnection, this, &GameLinks::accept);
    web_server_ = std::make_unique<QWebSocketServer>("easy-leap", QWebSocketServer::NonSecureMode);
    web_server_->setHandshakeTimeout(std::chrono::milliseconds(std::llround(1000.0 * link::limits::hello_s)));
    web_server_->setMaxPendingConnections(static_cast<int>(link::limits::connections));
    connect(web_server_.get(), &QWebSocketServer::originAuthenticationRequired, this,
            [this](QWebSocketCorsAuthenticator* asked) {
                const bool allowed = asked->origin().isEmpty() || origins_.contains(asked->origin());
                asked->setAllowed(allowed);
                if (allowed) return;
                turn_away(asked->origin(), tr("its pages are not allowed to link; add them under Web pages"));
                emit games_changed();
            });
    if (web_server_->listen(QHostAddress::LocalHost))
        connect(web_server_.get(), &QWebSocketServer::newConnection, this, &GameLinks::accept_web);
    else
        web_server_.reset();
    const auto file = link::write_meeting(folder_, {socket, websocket_port(), token_, project_.toStdString(), process});
    if (!file) {
        server_.reset();
        web_server_.reset();
        return refuse(QString::fromStdString(file.error()));
    }
    file_ = *file;
    timer_.start();
    return {};
}

void GameLinks::close() {
    timer_.stop();
    for (const auto& of : connections_) of->pipe->leave(this);
    connections_.clear();
    shown_.clear();
    server_.reset();
    web_server_.reset();
    std::error_code ignored;
    if (!file_.empty()) std::filesystem::remove(file_, ignored);
    file_.clear();
}

void GameLinks::set_scripts(std::vector<SourceFile> files, std::map<std::string, double> dials) {
    ++scripts_.revision;
    scripts_.files = std::move(files);
    scripts_.dials = std::move(dials);
    send_to_all(scripts_);
}

void GameLinks::set_dials(const std::map<std::string, double>& dials) {
    link::Dials changed;
    for (const auto& [name, value] : dials) {
        const auto known = scripts_.dials.find(name);
        if (known == scripts_.dials.end() || known->second != value) changed.values[name] = value;
    }
    if (changed.values.empty()) return;
    scripts_.dials = dials;
    send_to_all(changed);
}

void GameLinks::set_values_written(std::vector<SourceFile> files, const std::map<std::string, double>& dials) {
    scripts_.files = std::move(files);
    set_dials(dials);
}

const LinkedGame* GameLinks::find(int number) const {
    const auto found =
        std::find_if(shown_.begin(), shown_.end(), [&](const LinkedGame* game) { return game->number == number; });
    return found == shown_.end() ? nullptr : *found;
}

void GameLinks::play_tape(int number, const link::PlayTape& tape) {
    for (const auto& of : connections_)
        if (of->end.joined() && of->game.number == number) {
            of->end.send(tape);
            flush(*of);
        }
}

void GameLinks::ask_for_take(int number) {
    for (const auto& of : connections_)
        if (of->end.joined() && of->game.number == number) {
            of->end.send(link::WantTake{});
            flush(*of);
        }
}

void GameLinks::accept() {
    while (QLocalSocket* socket = server_->nextPendingConnection()) {
        if (!link::is_same_user(static_cast<int>(socket->socketDescriptor()))) {
            turn_away({}, tr("it belongs to another user"));
            socket->deleteLater();
            continue;
        }
        add(std::make_unique<LocalPipe>(socket, this));
        if (socket->bytesAvailable() > 0) emit socket->readyRead();
    }
}

void GameLinks::accept_web() {
    while (QWebSocket* socket = web_server_->nextPendingConnection()) add(std::make_unique<WebPipe>(socket, this));
}

void GameLinks::add(std::unique_ptr<Pipe> pipe) {
    if (connections_.size() >= link::limits::connections) {
        pipe->leave(this);
        return turn_away({}, tr("there are too many already"));
    }
    auto made = std::make_unique<Connection>(
        Connection{std::move(pipe), link::HostEnd({token_, LEAP_VERSION, project_.toStdString()}, clock_())});
    Connection* of = made.get();
    of->pipe->came = [this, of](std::string_view bytes) { read(*of, bytes); };
    of->pipe->ended = [this] { QTimer::singleShot(0, this, &GameLinks::drop_closed); };
    connections_.push_back(std::move(made));
}

void GameLinks::read(Connection& of, std::string_view bytes) {
    take(of, of.end.take(bytes, clock_()));
    flush(of);
    if (of.end.closed()) QTimer::singleShot(0, this, &GameLinks::drop_closed);
}

void GameLinks::take(Connection& of, std::vector<link::HostEnd::Happening> happenings) {
    bool changed = false;
    bool told = false;
    for (link::HostEnd::Happening& each : happenings) {
        if (const auto* joined = std::get_if<link::HostEnd::Joined>(&each)) {
            of.pipe->let_in();
            of.game.number = ++numbers_;
            of.game.name = QString::fromStdString(joined->game);
            shown_.push_back(&of.game);
            if (!scripts_.files.empty()) of.end.send(scripts_);
            changed = true;
        } else if (auto* playing = std::get_if<link::Playing>(&each)) {
            of.game.playing = std::move(*playing);
            of.game.lately.clear();
            of.game.why_not.clear();
            changed = true;
        } else if (auto* state = std::get_if<link::StateNow>(&each)) {
            auto& lately = of.game.lately;
            // A game that has begun anew tells an earlier time.
            if (!lately.empty() && state->time_s < lately.back().time_s) lately.clear();
            of.game.why_not.resize(state->characters.size());
            for (std::size_t i = 0; i < state->characters.size(); ++i)
                if (!state->characters[i].why_not.empty())
                    of.game.why_not[i] = std::exchange(state->characters[i].why_not, {});
            lately.push_back(std::move(*state));
            while (lately.size() > max_remembered || lately.front().time_s < lately.back().time_s - remembered_s)
                lately.pop_front();
            told = true;
        } else if (auto* taken = std::get_if<link::ScriptsTaken>(&each)) {
            of.game.scripts = std::move(*taken);
            changed = true;
        } else if (const auto* take = std::get_if<link::Take>(&each)) {
            emit take_arrived(of.game.name, *take);
        }
    }
    if (changed) emit games_changed();
    if (told) emit state_told(of.game.number);
}

void GameLinks::flush(Connection& of) {
    if (!of.pipe->is_open()) return;
    const std::string bytes = of.end.outgoing();
    if (!bytes.empty()) of.pipe->send(bytes);
    of.end.note_unread(of.pipe->unsent());
}

void GameLinks::turn_away(const QString& who, const QString& why) {
    turned_away_.push_back(tr("%1: %2").arg(who.isEmpty() ? tr("a connection") : who, why));
    while (turned_away_.size() > max_turned_away) turned_away_.pop_front();
}

void GameLinks::drop_closed() {
    bool changed = false;
    for (const auto& of : connections_) {
        of->end.pass(clock_());
        of->gone = of->end.closed() || !of->pipe->is_open();
        if (!of->gone) continue;
        if (of->end.closed()) turn_away(of->game.name, QString::fromStdString(of->end.why_closed()));
        std::erase(shown_, &of->game);
        changed = true;
        of->pipe->leave(this);
    }
    std::erase_if(connections_, [](const auto& of) { return of->gone; });
    if (changed) emit games_changed();
}

void GameLinks::send_to_all(const link::FromWindow& message) {
    for (const auto& of : connections_) {
        of->end.send(message);
        flush(*of);
    }
}

}  // namespace leap::studio
