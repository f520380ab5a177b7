// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project_yarns.h"

#include "core/article/articles.h"

namespace vestimen {

void removeYarn(Project& project, YarnNumber number) {
    if (number <= 0 || number >= project.yarns())
        return;
    project.moreYarns.erase(project.moreYarns.begin() + (number - 1));
    const auto now = [number](YarnNumber was) { return was == number ? 0 : was > number ? was - 1 : was; };
    for (const AnyChoice& each : choicesOf(project.article))
        if (std::holds_alternative<AYarn>(each.form))
            each.set(project.article, now(static_cast<YarnNumber>(each.get(project.article))));
    for (Stripe& each : project.stripes.of)
        each.yarn = now(each.yarn);
}

} // namespace vestimen
