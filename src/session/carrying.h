// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "procedure/readback.h"
#include "procedure/untilthen.h"

#include <QFutureWatcher>
#include <QObject>
#include <QString>
#include <memory>
#include <optional>
#include <utility>

namespace kh::session {

class Workspace;

/// The view of what stands in the boxes.
inline constexpr const char* kCarryView = "carry";

/// What is still to be typed, of the document of now; what the machine does until then is worked out in a worker once it is asked for.
class Carrying : public QObject {
    Q_OBJECT
public:
    explicit Carrying(Workspace& workspace);
    ~Carrying() override;

    /// Box by box, of the document as it stands.
    [[nodiscard]] const std::vector<CarryBox>& boxes() const;
    [[nodiscard]] std::size_t left(Box box) const;
    /// The box that is looked at next; the view asks once.
    void lookAt(Box box) { asks_ = box; }
    [[nodiscard]] std::optional<Box> takeAsked() { return std::exchange(asks_, std::nullopt); }
    /// nullptr while it is worked out, or was not asked for.
    [[nodiscard]] const UntilTyped* until() const;
    /// Asks for it, where it is not of this document yet.
    void work();

    /// A page stands in its box as it is wanted.
    void pageStands(const CarryPage& page);
    /// A setting was read back, or is lent for the bench. @throws InputError as withReadBack
    void lineReads(const std::string& path, const QString& text, InBoxBy by = InBoxBy::Read);
    /// Nothing is known of a box any more. @return which rows must be seen on the machine once more
    QStringList reset(Box box);
    /// A whole box read back. @throws InputError as takenBack
    void takeBack(const ReadBack& read);

signals:
    void worked();

private:
    using Result = std::shared_ptr<const UntilTyped>;
    Workspace& in_;
    mutable std::shared_ptr<const Setup> of_;  ///< whose boxes these are
    mutable std::vector<CarryBox> boxes_;
    QFutureWatcher<Result> watcher_;
    std::shared_ptr<const Setup> asked_;  ///< of which it is worked out, or was
    Result until_;
    std::optional<Box> asks_;
};

}  // namespace kh::session
