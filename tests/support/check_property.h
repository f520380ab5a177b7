// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <rapidcheck.h>

#include <QTest>

/// Runs a RapidCheck property so that its counterexample stands in the test's message; `cases` of them.
#define CHECK_PROPERTY(cases, ...)                                                                                     \
    do {                                                                                                               \
        qputenv("RC_PARAMS", "max_success=" + QByteArray::number(cases) + " seed=20261125");                           \
        QVERIFY(rc::check(__VA_ARGS__));                                                                               \
    } while (false)
