// SPDX-License-Identifier: GPL-3.0-or-later
//
// The boxes there are, shipped and the pilot's own, and the one that is described: every answer is written at once, can be taken back,
// and is never laid over what another window wrote.
#pragma once

#include "io/boxdraft.h"
#include "io/library.h"
#include "model/boxcompare.h"

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

namespace kh::session {

/// One box of the list.
struct ListedBox {
    AnyBox box;
    bool own = false;                   ///< the pilot's: it can be changed
    std::size_t open = 0;               ///< facts that are not known
    std::vector<std::string> usedBy{};  ///< names of models
};

class BoxBook {
public:
    /// @param data  folders profiles are looked up in  @param own  where the pilot's are written; empty: nowhere
    BoxBook(std::vector<std::filesystem::path> data, std::filesystem::path own);

    /// Reads everything anew, but for the box that is looked at. @param models  documents whose boxes are told apart by who uses them
    void reload(const std::vector<Setup>& models);
    /// By kind; plain ones first within.
    [[nodiscard]] const std::vector<ListedBox>& boxes() const { return boxes_; }
    [[nodiscard]] const io::Library& library() const { return library_; }
    /// What could not be read, each with its file and why.
    [[nodiscard]] const std::vector<std::string>& problems() const { return problems_; }

    /// The box that is looked at, as far as it is described.
    [[nodiscard]] const BoxDraft& draft() const { return draft_; }
    [[nodiscard]] bool isOwn() const;
    /// Its place in boxes(), or −1.
    [[nodiscard]] int current() const;
    void lookAt(std::size_t index);
    /// Looks at a box by its kind and id. @return false if there is none
    bool lookAt(BoxKind kind, const std::string& id);

    /// Begins to describe a box, nothing known of it. @param from  a plain one, or one like it
    /// @throws InputError naming the name, io::FileError
    void describe(const AnyBox& from, const std::string& name);
    /// A copy under a name of its own, all its answers kept.
    void duplicate(const std::string& name);
    /// Takes a profile from a file's text into the pilot's folder. @throws InputError, io::FileError
    void import(const std::string& text);
    /// Takes a box of one's own out of the list; its files go. @throws InputError for one that ships or is in use
    void remove();

    /// Every change of the box goes through here: written at once. A shipped box is copied first.
    /// @return the name of the copy that was made of a shipped box; empty if none was
    /// @throws InputError for one that was changed elsewhere meanwhile (it is read again), io::FileError
    std::string commit(BoxDraft next);
    /// The question the pilot is at; kept with the description.
    void standAt(const std::string& key);
    [[nodiscard]] bool canUndo() const { return !past_.empty(); }
    [[nodiscard]] bool canRedo() const { return !future_.empty(); }
    void undo();
    void redo();
    /// Models have the box from now on: what is changed next is another version of it.
    void taken();

    /// A name that no box of that kind has: "My transmitter", "My transmitter 2".
    [[nodiscard]] std::string freeName(BoxKind kind, const std::string& wanted) const;

private:
    /// @throws InputError if another window wrote it meanwhile; what that wrote is shown then
    void requireMine();
    void write(const BoxDraft& draft);
    /// What stands in the description's file now; empty: none.
    [[nodiscard]] std::string onDisk(const AnyBox& box) const;
    void show(const AnyBox& box, bool own);
    /// What is listed of the box that is looked at, as it stands now.
    void relist();

    std::vector<std::filesystem::path> data_;
    std::filesystem::path own_;
    io::Library library_;
    std::vector<std::string> problems_;
    std::vector<ListedBox> boxes_;
    std::vector<Setup> models_;
    BoxDraft draft_;
    std::string written_;  ///< the description's file as it was read or written last
    std::vector<BoxDraft> past_, future_;
};

}  // namespace kh::session
