// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <set>
#include <span>
#include <tuple>

#include "core/script/compile.hpp"
#include "core/script/statement.hpp"

namespace leap {

/// The checks and translation behind compile(); split over compile_*.cpp by what is compiled.
class Compiler {
  public:
    explicit Compiler(std::vector<SourceFile> files);
    void add(syntax::File file);
    /// Compiles everything added. The program is only meaningful when no error was reported.
    void run();
    Program take_program() { return std::move(program_); }
    Diagnostics take_diagnostics() { return std::move(diagnostics_); }

  private:
    /// Where names are looked up: the owner, then what it is based on, then the file's own.
    struct Scope {
        std::vector<const syntax::Owner*> chain;  ///< the owner first, then its bases; empty for the file itself
        MachineId machine;
        std::size_t level = 0;  ///< where in the chain the text being compiled stands; `base` is one further
    };

    // compile.cpp
    void index_names();
    void report(MessageCode code, SourceRange range, std::string message, std::string hint = {});
    void warn(MessageCode code, SourceRange range, std::string message, std::string hint = {});
    std::string near_name(std::string_view name, std::span<const std::string> candidates) const;
    static bool is_reserved(std::string_view name);
    void claim_name(const syntax::Name& name, std::string_view what);
    std::vector<const syntax::Owner*> chain_of(const syntax::Owner& owner);
    Scope scope_of(const syntax::Owner& owner);
    bool is_fixture(const Scope& scope) const;
    std::string text_of(SourceRange range) const;

    // compile_names.cpp
    static SourceRange first_part(const syntax::Expr& expr);  ///< `hop` of `hop.rise`
    static SourceRange last_part(const syntax::Expr& expr);   ///< `rise` of `hop.rise`
    void note_name(SourceRange at, SourceRange declared);
    void note_button(SourceRange at, ButtonId button);
    void note_file_name(SourceRange at, const std::string& name);
    bool note_member(SourceRange at, const std::string& name, const Scope& scope, std::size_t from = 0);
    void note_phase(SourceRange at, MachineId machine, const std::string& name);
    void note_dial(const syntax::Expr& expr, const Scope& scope);
    void note_gauge(const syntax::Expr& expr);
    void note_reading(SourceRange at, const std::string& name);
    void sort_names();

    // compile_expression.cpp
    struct Emitted {
        std::vector<Instruction> code;
        bool constant = true;
    };
    std::optional<Type> emit(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_name(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_member(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_in_chain(const std::string& name, SourceRange at, const Scope& scope, std::size_t from,
                                      Emitted& out, bool& found);
    void check_lets(const std::vector<syntax::Let>& lets, const Scope& scope);
    std::optional<Type> emit_let(const syntax::Let& let, const Scope& scope, std::size_t level, Emitted& out);
    std::optional<Type> emit_sense(const SenseInfo& sense, const Scope& scope, const syntax::Expr& expr, Emitted& out);
    std::optional<Type> emit_arithmetic(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_comparison(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_logic(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_within(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_call(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_function(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_machine_event(const syntax::Expr& expr, const std::string& given, Emitted& out);
    std::optional<std::optional<Type>> emit_tag_of_others(const syntax::Expr& expr, const std::string& given,
                                                          const Scope& scope, Emitted& out);
    std::optional<Type> emit_pick(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_event_sense(const syntax::Expr& expr, const Scope& scope, Emitted& out);
    std::optional<Type> emit_volume(const syntax::Expr& expr, const SenseInfo& sense, const std::string& given,
                                    const Scope& scope, Emitted& out);
    std::optional<Type> emit_active(const syntax::Expr& expr, MachineId machine, Emitted& out);
    Type emit_dial(DialId dial, Emitted& out);
    void emit_counter(CounterId counter, Emitted& out);
    std::string owner_with(const std::string& name) const;
    void unknown_name(const syntax::Expr& expr, const Scope& scope);
    bool foreign_probe(const syntax::Expr& expr);
    bool part_of_value(const syntax::Expr& expr, const Scope& scope);
    void check_counter_range(const syntax::Expr& expr, std::size_t left, std::size_t right, const Emitted& code);
    void dial_of_other_unit(const syntax::Expr& use, const DialInfo& dial, Type wanted, std::string_view who);
    bool expects(const syntax::Expr& expr, std::optional<Type> got, Type wanted, std::string_view who);
    std::optional<std::int32_t> event_index(const std::string& name) const;
    void note_heard(std::int32_t event, const Scope& scope);
    std::int32_t news_index(std::int32_t event);
    std::optional<std::int32_t> answered_news(const syntax::Action& action, std::int32_t event, const Scope& scope);

    Expression finish(Emitted emitted, Type type, SourceRange range);
    Expression value(const syntax::Expr& expr, const Scope& scope, Type wanted, std::string_view who);
    std::optional<Expression> value(const std::optional<syntax::Expr>& expr, const Scope& scope, Type wanted,
                                    std::string_view who);
    Condition condition(const syntax::Expr& expr, const Scope& scope, std::string_view who);
    bool is_sought(const Condition& condition) const;
    void find_watches(const syntax::Expr& expr, const Scope& scope, std::vector<Watch>& out);
    bool hides_sense(const syntax::Expr& name, const Scope& scope) const;
    bool watch_of(const syntax::Expr& quantity, const Scope& scope, Watch& out) const;

    // compile_owner.cpp
    void declare_dials(const std::string& owner, const std::vector<syntax::Dial>& dials, bool declares = true);
    void declare_counters(const std::string& path, const std::vector<syntax::Counter>& counters, const Scope& scope);
    void declare_machines();
    void declare_memories();
    void declare_memories_of(const std::vector<const syntax::Action*>& said, const Scope& scope);
    void declare_memory(const syntax::Action& action, const Scope& scope);
    void compile_counters();
    void compile_gauges();
    void compile_curves();
    void compile_bodies();
    void compile_body(const syntax::Owner& owner, BodyInfo& out);
    void declare_own_dials();
    std::vector<Garment> compile_wears(const std::vector<syntax::Worn>& wears);
    std::vector<BodyId> bodies_named(const std::vector<syntax::Name>& names);
    void compile_machine(MachineId index);
    void compile_stance_head(Machine& machine, const Scope& scope);
    void compile_move_head(Machine& machine, const Scope& scope);
    void compile_start(Machine& machine, const Scope& scope);
    CutRights compile_cut(const syntax::CutRights& cut, const Scope& scope);
    bool is_event(const Condition& condition) const;
    const Instruction* find_sense_in(const Condition& condition, Sense sense) const;
    void compile_phases(Machine& machine, const Scope& scope);
    Phase compile_phase(const syntax::Phase& phase, const Machine& machine, const Scope& scope);
    Transition compile_way(const syntax::Transition& transition, const Machine& machine, const Scope& scope);
    Block compile_block(const syntax::Block& block, const Scope& scope);
    std::vector<Action> compile_actions(const std::vector<syntax::Action>& actions, const Scope& scope);
    Gate compile_gate(const syntax::Gate& gate, const Scope& scope);
    void add_gate_parts(const syntax::Expr& expr, const Scope& scope, std::vector<GatePart>& out);
    Expression number_of_any(const syntax::Expr& expr, const Scope& scope);

    // compile_effect.cpp
    void check_blow(SourceRange range, const Blow& blow);
    void check_turned(SourceRange range, const Effects& effects);
    /// `out` holds what nearer levels of a stance have said; see EffectInfo::adds_up.
    void add_effects(const std::vector<syntax::Effect>& effects, StatementPlace where, const Scope& scope,
                     Effects& out);
    Action compile_action(const syntax::Action& action, const Scope& scope);
    void compile_accents(const std::vector<syntax::Accent>& accents, const Scope& scope, Effects& out);
    std::optional<DialId> find_boosted(const syntax::Expr& path, const Scope& scope) const;
    void declare_boosts();
    void check_boost(const Expression& share);

    // compile_clauses.cpp
    Clauses compile_clauses(const StatementInfo& info, const syntax::Statement& statement, const Scope& scope);
    CompiledClause compile_clause(const ClauseInfo& info, const syntax::Clause& clause, const Scope& scope);
    std::int32_t tag_index(const std::string& name);
    void check_pose(const syntax::Name& name);
    std::int32_t pose_index(const std::string& name);
    MeterId meter_called(const syntax::Name& name);
    std::int32_t wall_probe_index(const syntax::Name& name, const Scope& scope);
    std::int32_t curve_index(const syntax::Name& name);
    void note_counter_of(const syntax::Name& path, std::size_t point);
    CounterId acted_counter(const syntax::Name& name, const Scope& scope);
    DialId boosted_dial(const syntax::Expr& path, const Scope& scope);

    // compile_fixture.cpp
    void compile_fixture_head(Machine& machine, const Scope& scope);
    ButtonId button_index(const syntax::Name& name);
    void check_fixture(Machine& machine);
    void compile_shares(Machine& machine, const Scope& scope);
    void check_shares();
    void compile_event_shares();
    void compile_shape(FixtureInfo& info, const syntax::Owner& owner, const Scope& scope);
    void compile_loose(FixtureInfo& info, const Scope& scope);
    HandsInfo compile_hands(const syntax::Hands& hands, const Scope& scope);
    void compile_wheels(FixtureInfo& info, const Scope& scope);
    void check_loose(const Machine& machine, const Phase& phase);
    void check_placed(const Phase& phase);
    void join_tags();
    void list_sought();
    void list_foreseen();

    // compile_waits.cpp
    /// Whether a condition can only hold at an instant at which an event happens: an event joined to the rest by `and`.
    bool needs_event(const Condition& condition) const;
    /// Whether it can only hold while somebody touches the fixture, or is nearer to its middle than what it adds to
    /// `within` (m).
    bool needs_nearness(const Condition& condition, std::vector<Expression>& within) const;
    void find_what_it_waits_for(const Machine& machine, Phase& phase) const;

    // compile_probe.cpp
    PieceKindId kind_called(const std::string& name);
    void declare_probes();
    void compile_probes();
    void compile_probe(ProbeInfo& info, const syntax::Probe& probe, const Scope& scope);
    std::optional<std::int32_t> find_probe(const std::string& name, const Scope& scope) const;
    std::optional<Type> emit_probe_member(const syntax::Expr& expr, std::int32_t probe, Emitted& out);
    void compile_meters();

    // compile_reading.cpp
    void compile_readings();
    std::optional<Type> reading_type(const syntax::Expr& expr);
    std::optional<std::int32_t> gauge_named(const syntax::Expr& expr) const;
    std::optional<Type> quantity_type(const syntax::Expr& expr, SourceRange whole);
    std::optional<Type> reading_call_type(const syntax::Expr& expr);
    void find_actor(syntax::Stretch& stretch);
    void find_actors(syntax::Expr& expr);
    bool check_actor(const syntax::Stretch& stretch);
    bool check_stretch(const syntax::Stretch& stretch);
    bool check_instant(const syntax::Expr& expr);
    void compile_marks();

    // check_program.cpp
    void check_program();
    void check_spawn(const Action& action);
    void check_ways_out(const Machine& machine);
    void check_forces(const Effects& effects, const Tuning& tuning);
    void check_phases(const Machine& machine, const Tuning& tuning);
    void check_gates(const Machine& machine, const Tuning& tuning);

    Program program_;
    Diagnostics diagnostics_;
    std::set<std::tuple<std::uint32_t, std::uint32_t, std::uint32_t, std::string>>
        told_;  ///< place, and of warnings words
    NameIndex event_names_, tag_names_, kind_names_, pose_names_, layer_names_, curve_names_, reading_names_;
    std::map<std::string, SourceRange> reading_ranges_;
    std::vector<syntax::File> syntax_;
    std::map<std::string, const syntax::Owner*> owners_;
    std::map<const syntax::Owner*, MachineId> machine_ids_;  ///< looked up only: addresses have no order to keep
    PerId<MachineId, const syntax::Owner*> machine_syntax_;
    std::vector<const syntax::Owner*> body_syntax_;  ///< by body
    std::map<std::string, SourceRange> claimed_;
    std::map<std::string, const syntax::Let*> file_lets_;
    std::map<std::string, CounterId> counters_;     ///< by path
    std::map<std::string, std::int32_t> memories_;  ///< by path
    std::map<std::string, SourceRange> memory_names_;
    std::map<std::string, std::int32_t> probes_;  ///< by path
    struct ProbeSyntax {
        const syntax::Probe* probe;
        Scope scope;
    };
    std::vector<ProbeSyntax> probe_syntax_;
    std::vector<const syntax::Owner*> meter_syntax_;
    struct CounterSyntax {
        const syntax::Counter* counter;
        Scope scope;
    };
    std::vector<CounterSyntax> counter_syntax_;
    std::set<const syntax::Let*> open_lets_;    ///< being worked out; one inside itself is an error
    std::set<const syntax::Let*> ringed_lets_;  ///< of a ring that has been told
    std::set<const syntax::Owner*> rings_told_;
    std::set<std::string> used_curves_;
};

}  // namespace leap
