// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"
namespace vestimen::app { int runApplication(int, char**) { return 0; } }
