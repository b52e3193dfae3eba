// SPDX-License-Identifier: GPL-3.0-or-later
//
// The document in the window: its name, its state, and what a merge of edits looks like there.
#include "app/bench.h"
#include "base/error.h"
#include "paint/look/theme.h"
#include "procedure/helicopter/guards.h"

namespace app_document_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

TEST_CASE("what the window shows of a file: name, revision, saved or unsaved") {
    Bench b;
    const auto bar = [&] {
        Bench::settle();
        QString all;
        for (const Item& i : b.window.topBar()->items()) all += i.name + QLatin1Char(' ') + i.value + QLatin1Char('\n');
        return all;
    };
    CHECK(bar().contains(QStringLiteral("Turnstone 470")));
    CHECK(b.window.windowTitle().contains(QStringLiteral("Turnstone 470")));
    CHECK_FALSE(b.window.isWindowModified());
    b.w().document().edit(QStringLiteral("x"), {{"machine.name", std::string("Redshank")}});
    CHECK(bar().contains(QStringLiteral("Redshank")));
    CHECK(b.window.isWindowModified());
    CHECK(b.window.files().save());
    CHECK_FALSE(b.window.isWindowModified());
    CHECK(io::loadDocument(b.file.toStdString()).setup.machine.name == "Redshank");
}

TEST_CASE("seen on the machine and measured ask for the guards, and refuse what they cannot mean") {
    Bench b;
    b.go(Station::Swash);
    b.selectRow("layout", 1);
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("guards")));
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) b.w().guards().tick(g, true);
    b.act("seen");
    CHECK(b.w().setup().standings.at("rows.layout").standing == Standing::Proved);
    CHECK(b.w().selectedRow()->standing == Standing::Proved);
    b.act("undo");
    CHECK(b.w().setup().standings.count("rows.layout") == 0);
    using namespace std::string_literals;
    b.w().document().edit(QStringLiteral("x"), {{"controller.layout", "three at 140°, elevator aft"s}});
    Bench::settle();
    b.act("seen");
    CHECK(b.window.message().contains(QStringLiteral("broken")));
    b.selectRow("stroke-use", 2);
    b.act("measured");
    CHECK(b.window.message().contains(QStringLiteral("stored value")));
}

TEST_CASE("a reading is taken with its instrument through the dialog") {
    Bench b;
    for (const HelicopterGuard g : {kLeadsOff, kBladesOff, kHoldOn}) b.w().guards().tick(g, true);
    b.go(Station::Airframe);
    b.selectRow("mass", 2);
    khtest::whenOpen<MeasuredDialog>(&b.window, [](MeasuredDialog* dialog) {
        const auto fields = dialog->findChildren<QLineEdit*>();
        REQUIRE(fields.size() >= 2);
        fields[0]->setText(QStringLiteral("kitchen scale"));
        fields[1]->setText(QStringLiteral("±5 g"));
        dialog->accept();
    });
    b.act("measured");
    const StandingRecord& r = b.w().setup().standings.at("machine.massKg");
    CHECK(r.standing == Standing::Measured);
    CHECK(r.instrument == "kitchen scale");
    CHECK(r.uncertainty == "±5 g");
    CHECK(r.at.size() == 20);
}

TEST_CASE("newer profiles are offered and taken as one change; there is nothing to take twice") {
    Bench b;
    b.act("renew");
    CHECK(b.window.message().contains(QStringLiteral("as new as")));
    Setup old = b.w().setup();
    io::Library newer = b.w().library();
    for (TransmitterProfile& p : newer.transmitters) ++p.version;
    b.w().setLibrary(newer);
    old.transmitter.profile.edit().resolutionUs = 1.0;
    b.w().document().replace(QStringLiteral("older"), old);
    b.act("renew");
    CHECK(b.w().setup().transmitter.profile->resolutionUs == 0.5);
    CHECK(b.window.message().contains(QStringLiteral("Transmitter profile: pulse resolution")));
    b.act("undo");
    CHECK(b.w().setup().transmitter.profile->resolutionUs == 1.0);
}

}  // namespace app_document_tests
