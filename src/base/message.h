// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/amount.h"
#include "base/special.h"

#include <functional>
#include <initializer_list>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

/// Marks a text for translation; lupdate finds it under this name.
#define KH_TR(text) text

namespace kh {

/// A number inside a message: how many decimals are shown and whether + is written.
struct Number {
    double value = 0.0;
    int decimals = 0;
    bool sign = false;
};

[[nodiscard]] inline Number num(double value, int decimals = 0) { return {value, decimals, false}; }
[[nodiscard]] inline Number signedNum(double value, int decimals = 0) { return {value, decimals, true}; }

struct Message;
/// A proper name, a number, an amount in a box's writing, or a list of messages that are rendered and joined by ", ". What belongs to
/// a field is an amount, never a bare number (model/amounts.h).
using MessageValue = std::variant<std::string, Number, std::vector<Message>, Amount>;

/// A named place of a template, and what goes into it.
struct MessageArg {
    std::string name;
    MessageValue value;
    MessageArg(std::string_view argument, std::string_view given);
    MessageArg(std::string_view argument, Number given);
    MessageArg(std::string_view argument, Amount given);
    MessageArg(std::string_view argument, const Message& given);  ///< one message inside another
    MessageArg(std::string_view argument, std::vector<Message> given);
    KH_SPECIAL_MEMBERS(MessageArg);
};

/// A template with {named} places, and what goes into them. Finished prose is made by `render`.
struct Message {
    std::string text;
    std::vector<MessageArg> args;
    int count = -1;  ///< what the template counts, for languages with more than two forms; −1: nothing
    KH_SPECIAL_MEMBERS(Message);
    Message(std::string template_, std::vector<MessageArg> arguments, int counted = -1);
    [[nodiscard]] bool empty() const { return text.empty(); }
};

/// @param text  the template, wrapped in KH_TR
[[nodiscard]] Message say(std::string_view text, std::initializer_list<MessageArg> args = {});
/// A word the program knows by its id ("aileron"): translated wherever it stands. A name of the pilot's is passed as it is.
[[nodiscard]] Message asWord(std::string_view id);
/// A count, as `{n}` in the template of one or of many.
[[nodiscard]] Message sayCount(std::size_t n, const char* one, const char* many, std::initializer_list<MessageArg> args = {});

/// How messages become words: a translation of templates, and the decimal sign.
struct Speech {
    /// A template in another language, in the form its count asks for (−1: it counts nothing); empty: the template itself.
    std::function<std::string(const std::string&, int)> translate;
    std::string decimalPoint = ".";
    bool masksAmounts = false;  ///< every amount reads "#": what is left is the same for every box
};

[[nodiscard]] const Speech& english();
[[nodiscard]] std::string render(const Message& message, const Speech& speech = english());
/// The number as shown: a true minus sign, never "−0".
[[nodiscard]] std::string render(const Number& number, const Speech& speech = english());
/// With its unit, unless it is bare: "105 %", "180°", "H 44".
[[nodiscard]] std::string render(const Amount& amount, const Speech& speech = english());
/// Every amount in a message, in its order.
[[nodiscard]] std::vector<Amount> amountsIn(const Message& message);
/// Every number and amount in a message, in its order, as English writes them: what tells whether it still says the same.
[[nodiscard]] std::string numbersIn(const Message& message);

}  // namespace kh
