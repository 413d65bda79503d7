// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>

#include "studio/session/session.hpp"
#include "studio/wire_desk/link_row.hpp"

namespace leap::studio {

/// Beside the chart: what differs at the cursor, the connections, who plays what, readings with their marks.
class WireSheet : public QScrollArea {
    Q_OBJECT

  public:
    explicit WireSheet(Session& session, QWidget* parent = nullptr);

    /// Of this rehearsal from now on.
    void show_wire(const std::string& path);
    void refresh();
    void set_cursor(double at_s);
    /// What differs at an instant of a rehearsal that is being played by hand.
    void show_moment(const WireResult& result, double at_s);
    QString differences_text() const { return differs_->text(); }
    /// "input delay" is of all, whatever the peer.
    LinkRow* link_row(std::size_t peer, const QString& what) const;
    QTableWidget* readings() { return readings_; }
    QPushButton* run_on() { return run_on_; }
    QPushButton* from_inputs() { return from_inputs_; }

  signals:
    /// When a peer joins is turned; `first`: it begins to be.
    void join_turned(std::size_t peer, double at_s, bool first);

  private:
    struct PeerRows {
        LinkRow* joins = nullptr;
        LinkRow* delay = nullptr;
        LinkRow* jitter = nullptr;
        LinkRow* loss = nullptr;
        LinkRow* duplicates = nullptr;
        LinkRow* clock = nullptr;
    };
    void build_peers(const WirePlan& plan);
    void fill_links(const WirePlan& plan);
    void fill_readings();
    void say_differences(const WireResult& result, double at_s);
    void change(const std::function<void(WirePlan&)>& edit, bool new_step);
    QWidget* peer_row(const WirePlan& plan, std::size_t peer);
    void change_mark(int row);

    Session& session_;
    std::string path_;
    double cursor_ = 0.0;
    int gesture_ = -1;
    std::string built_;  ///< for which peers the rows were made
    QLabel* title_;
    QLabel* differs_;
    QWidget* links_ = nullptr;
    QVBoxLayout* links_room_;
    QPushButton* behind_;
    QPushButton* run_on_;
    QPushButton* from_inputs_;
    LinkRow* behind_row_;
    LinkRow* every_row_;
    LinkRow* waits_row_;
    QTableWidget* readings_;
    std::vector<PeerRows> rows_;
    bool filling_ = false;
};

}  // namespace leap::studio
