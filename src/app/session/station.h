// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"
#include "core/quantity/parsing.h"

#include <QWidget>

namespace vestimen::app {

/// One of the six knots of the thread. Shows the session's state whenever it is visible.
class Station : public QWidget {
    Q_OBJECT

public:
    explicit Station(Session& session, QWidget* parent = nullptr);
    /// Shows the session as it is now.
    virtual void refresh() = 0;
    /// The handbook's page for what is at hand; empty where the station has none of its own.
    virtual QString helpKey() const { return {}; }

signals:
    /// A sentence for the window's foot.
    void said(const QString& text);
    /// Where the next step is to be taken.
    void swatchWanted();
    void measuresWanted();

protected:
    void showEvent(QShowEvent* event) override;
    Session& session() { return session_; }
    const Session& session() const { return session_; }
    QString text(Length length) const;
    /// A length as it was typed; a bare number has the unit that lengths are shown in.
    Parsed<Length> parsed(const QString& text) const;

private:
    Session& session_;
};

} // namespace vestimen::app
