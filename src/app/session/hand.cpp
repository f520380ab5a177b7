// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/hand.h"

namespace vestimen::app {
namespace {

const QString setting = QStringLiteral("join_hand");
const QString left = QStringLiteral("left");

} // namespace

Hand usualHand(const Workroom& workroom) {
    return workroom.setting(setting) == left ? Hand::left : Hand::right;
}

void keepUsualHand(Workroom& workroom, Hand hand) {
    workroom.setSetting(setting, hand == Hand::left ? left : QString());
}

} // namespace vestimen::app
