using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Crank;

/// <summary>What becomes of a balancer that was inspected: one question after another, the branch taken shown.</summary>
public static class BalancerVerdict
{
    /// <summary>The rule in one line.</summary>
    public const string Model = "asked in turn: rubber, ring, hub, nose, seal’s track, mark; the first that can’t be mended ends it";

    /// <summary>What is done with it.</summary>
    [JsonConverter(typeof(JsonStringEnumConverter<Outcome>))]
    public enum Outcome
    {
        /// <summary>It goes back as it is.</summary>
        [JsonStringEnumMemberName("reuse")]
        Reuse,

        /// <summary>Its mark is cut anew at true centre.</summary>
        [JsonStringEnumMemberName("re-mark")]
        ReMark,

        /// <summary>Nose or seal's track is sleeved.</summary>
        [JsonStringEnumMemberName("sleeve")]
        Sleeve,

        /// <summary>Another balancer.</summary>
        [JsonStringEnumMemberName("replace")]
        Replace,
    }

    /// <summary>One question of the tree.</summary>
    /// <param name="Ask">What is asked.</param>
    /// <param name="Found">What was found, in words with the numbers.</param>
    /// <param name="LeadsTo">Where a fault here leads.</param>
    /// <param name="Fault">Whether there is one.</param>
    public sealed record Branch(string Ask, Sentence Found, Outcome LeadsTo, bool Fault);

    /// <summary>The tree as it was gone through.</summary>
    /// <param name="Branches">Every question, in order.</param>
    /// <param name="Outcome">The worst that a fault leads to.</param>
    public sealed record Answer(IReadOnlyList<Branch> Branches, Outcome Outcome) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => BalancerVerdict.Model;
    }

    /// <summary>Goes through the tree.</summary>
    public static Answer Solve(IReadOnlyList<Branch> branches) =>
        new(branches, branches.Where(b => b.Fault).Select(b => b.LeadsTo).DefaultIfEmpty(Outcome.Reuse).Max());
}
