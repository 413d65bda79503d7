// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/translations/translation.hpp"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QLocale>
#include <QTranslator>
#include <cstring>

/// Resources of a static library are there once they have been asked for; the name must be outside of any namespace.
static void init_translations() {
    Q_INIT_RESOURCE(translations);
}

namespace leap::studio {
namespace {

/// lupdate writes classes down without the namespaces that the program asks with.
class WindowTranslator final : public QTranslator {
  public:
    using QTranslator::QTranslator;
    QString translate(const char* context, const char* text, const char* note, int count) const override {
        const char* colon = std::strrchr(context, ':');
        return QTranslator::translate(colon == nullptr ? context : colon + 1, text, note, count);
    }
};

}  // namespace

QStringList window_languages() {
    return {"en", "de"};
}

void use_language(const QString& language) {
    init_translations();
    QCoreApplication* application = QCoreApplication::instance();
    for (QTranslator* before : application->findChildren<QTranslator*>(QString(), Qt::FindDirectChildrenOnly))
        delete before;
    const QString wanted = language.isEmpty() ? QLocale::system().name().left(2) : language;
    const auto install = [](QTranslator* translator, const QString& file, const QString& folder) {
        if (translator->load(file, folder)) {
            QCoreApplication::installTranslator(translator);
        } else {
            delete translator;
        }
    };
    if (wanted == "en" || !window_languages().contains(wanted)) return;
    install(new QTranslator(application), "qtbase_" + wanted, QLibraryInfo::path(QLibraryInfo::TranslationsPath));
    install(new WindowTranslator(application), "easy-leap_" + wanted, ":/translations");
}

}  // namespace leap::studio
