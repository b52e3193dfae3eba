// SPDX-License-Identifier: GPL-3.0-or-later
#include "base/plain.h"

#include <algorithm>
#include <cstdint>
#include <utility>

namespace kh {

namespace {

constexpr std::string_view kIsolate = "\xE2\x81\xA8", kEndIsolate = "\xE2\x81\xA9";  // U+2068, U+2069

constexpr std::uint32_t kNoLetter = 0xFFFD;

struct Letter {
    std::uint32_t code = 0;
    std::size_t bytes = 1;
};

/// The letter that begins at `at`; a byte that begins none stands for itself.
Letter letterAt(std::string_view text, std::size_t at) {
    const auto byte = [&](std::size_t i) { return static_cast<std::uint32_t>(static_cast<unsigned char>(text[at + i])); };
    const std::uint32_t first = byte(0);
    const std::size_t bytes = first < 0xC0 ? 1 : first < 0xE0 ? 2 : first < 0xF0 ? 3 : 4;
    if (bytes == 1 || at + bytes > text.size()) return {first < 0x80 ? first : kNoLetter, 1};
    std::uint32_t code = first & (0x7FU >> bytes);
    for (std::size_t i = 1; i < bytes; ++i) code = (code << 6U) | (byte(i) & 0x3FU);
    return {code, bytes};
}

bool turns(std::uint32_t c) {
    return c == 0x200E || c == 0x200F || c == 0x061C || (c >= 0x202A && c <= 0x202E) || (c >= 0x2066 && c <= 0x2069);
}
bool breaksLine(std::uint32_t c) { return (c >= 0x09 && c <= 0x0D) || c == 0x85 || c == 0x2028 || c == 0x2029; }
bool control(std::uint32_t c) { return c < 0x20 || (c >= 0x7F && c < 0xA0) || c == 0xFFFE || c == 0xFFFF; }
bool rightToLeft(std::uint32_t c) {
    return (c >= 0x0590 && c <= 0x08FF) || (c >= 0xFB1D && c <= 0xFDFF) || (c >= 0xFE70 && c <= 0xFEFC) || (c >= 0x10800 && c <= 0x10FFF) ||
           (c >= 0x1E800 && c <= 0x1EFFF);
}

}  // namespace

std::string plainText(std::string_view text) {
    if (std::all_of(text.begin(), text.end(), [](char c) { return c >= 0x20 && c < 0x7F; })) return std::string(text);
    std::string out;
    bool isolate = false;
    bool apart = false;  // what broke the line becomes one space
    for (std::size_t at = 0; at < text.size();) {
        const Letter letter = letterAt(text, at);
        if (breaksLine(letter.code)) {
            apart = true;
        } else if (!turns(letter.code) && !control(letter.code)) {
            if (std::exchange(apart, false) && !out.empty() && out.back() != ' ') out += ' ';
            out += text.substr(at, letter.bytes);
        }
        isolate = isolate || rightToLeft(letter.code);
        at += letter.bytes;
    }
    return isolate ? std::string(kIsolate) + out + std::string(kEndIsolate) : out;
}

}  // namespace kh
