// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/error.h"
#include "io/document.h"

#include <fmt/format.h>
#include <cmath>
#include <nlohmann/json.hpp>
#include <vector>

namespace kh::io {

namespace {

using nlohmann::json;

/// First pass: nothing is built but the value itself, and what is hostile is refused at once.
class Guard final : public nlohmann::json_sax<json> {
public:
    json take() { return std::move(root_); }

    bool null() override { return add(nullptr); }
    bool boolean(bool v) override { return add(v); }
    bool number_integer(number_integer_t v) override { return add(v); }
    bool number_unsigned(number_unsigned_t v) override { return add(v); }
    bool number_float(number_float_t v, const string_t& text) override {
        if (!std::isfinite(v)) throw InputError(where(), fmt::format("{} is not a finite number", text));
        return add(v);
    }
    bool string(string_t& v) override { return add(std::move(v)); }
    bool binary(binary_t&) override { return false; }
    bool start_object(std::size_t) override { return open(json::object()); }
    bool end_object() override { return close(); }
    bool start_array(std::size_t) override { return open(json::array()); }
    bool end_array() override { return close(); }
    bool key(string_t& k) override {
        if (open_.back()->contains(k)) throw InputError(where(), fmt::format("the key \"{}\" stands twice", k));
        keys_.back() = k;
        return true;
    }
    bool parse_error(std::size_t position, const std::string&, const nlohmann::json::exception& e) override {
        if (e.id == 406) throw InputError(where(), "holds a number that is not finite");
        throw InputError("document", fmt::format("is not whole JSON: it breaks at byte {} ({})", position, e.what()));
    }

private:
    std::string where() const {
        std::string path;
        for (const std::string& k : keys_) path += (path.empty() || k.empty() ? "" : ".") + k;
        return path.empty() ? "document" : path;
    }
    json* place(json value) {
        if (++values_ > kMaxValues) throw InputError("document", fmt::format("holds more than {} values", kMaxValues));
        if (!open_.empty() && open_.back()->size() >= kMaxEntries)
            throw InputError(where(), fmt::format("holds more than {} entries", kMaxEntries));
        if (open_.empty()) {
            root_ = std::move(value);
            return &root_;
        }
        json& parent = *open_.back();
        if (parent.is_array()) {
            parent.push_back(std::move(value));
            return &parent.back();
        }
        return &(parent[keys_.back()] = std::move(value));
    }
    bool add(json value) {
        place(std::move(value));
        return true;
    }
    bool open(json value) {
        if (open_.size() >= static_cast<std::size_t>(kMaxDepth))
            throw InputError(where(), fmt::format("is nested deeper than {} levels", kMaxDepth));
        open_.push_back(place(std::move(value)));
        keys_.emplace_back();
        return true;
    }
    bool close() {
        open_.pop_back();
        keys_.pop_back();
        return true;
    }
    json root_;
    std::size_t values_ = 0;
    std::vector<json*> open_;
    std::vector<std::string> keys_;
};

}  // namespace

nlohmann::json parseGuarded(const std::string& text) {
    if (text.size() > kMaxDocumentBytes) throw InputError("document", "is larger than 16 MiB");
    Guard guard;
    json::sax_parse(text, &guard);
    return guard.take();
}

}  // namespace kh::io
