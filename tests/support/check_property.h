// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <rapidcheck.h>

#include <QTest>

/// Runs a RapidCheck property; its counterexample stands in the test's output. How many cases there are is set with
/// RC_PARAMS for each test program, in tests/CMakeLists.txt.
#define CHECK_PROPERTY(...) QVERIFY(rc::check(__VA_ARGS__))
