// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "model/fields.h"

#include <string>
#include <vector>

namespace kh {

/// Walks with the current path at hand.
class PathVisitor : public FieldVisitor {
public:
    bool beginGroup(const char* key) override {
        push(key);
        return true;
    }
    void endGroup() override { leave(); }
    std::size_t beginList(const char* key, std::size_t size) override {
        push(key);
        return size;
    }
    void endList() override { leave(); }
    bool beginItem(std::size_t, const std::string& id) override {
        push(id);
        return true;
    }
    void endItem() override { leave(); }

protected:
    void push(std::string_view key) {
        lengths_.push_back(path_.size());
        if (!path_.empty()) path_ += '.';
        path_ += key;
    }
    void leave() {
        path_.resize(lengths_.back());
        lengths_.pop_back();
    }
    [[nodiscard]] std::string leafPath(const char* key) const { return path_.empty() ? key : path_ + "." + key; }
    [[nodiscard]] const std::string& path() const { return path_; }

private:
    std::string path_;
    std::vector<std::size_t> lengths_;
};

}  // namespace kh
