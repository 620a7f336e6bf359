using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Fits;

/// <summary>A set of pressed trunnions, each held against the others.</summary>
public static class TrunnionSet
{
    /// <summary>How the set stands against itself.</summary>
    /// <param name="Measures">Each measure of the set, from the first that is done.</param>
    /// <param name="HalfDone">Rockers that are begun and not finished.</param>
    /// <param name="Done">How many are finished.</param>
    public sealed record Answer(IReadOnlyList<SetMeasure> Measures, IReadOnlyList<HalfDoneRocker> HalfDone, int Done) : CalcAnswer
    {
        /// <inheritdoc/>
        public override string Model => SetOutlier.Model;

        /// <inheritdoc/>
        public override Verdict? Of(string item) => Measures.SelectMany(m => m.Values).Where(v => v.Item == item).Max(v => v.Verdict);
    }

    /// <summary>One measure across the set; no middle before the first is in.</summary>
    public sealed record SetMeasure(
        string Step,
        string Words,
        Dimension Dimension,
        double Resolution,
        double? Median,
        double? Spread,
        IReadOnlyList<SetValue> Values
    );

    /// <summary>A rocker's value, how many spreads it is off, and what that says; no verdict before six are in.</summary>
    public sealed record SetValue(string Item, double Value, double Score, Verdict? Verdict);

    /// <summary>A rocker left half way: what was done last and what comes next.</summary>
    public sealed record HalfDoneRocker(string Item, string Last, string Next, DateTimeOffset At);
}
