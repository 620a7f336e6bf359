namespace NeatBore.Core.Measures;

/// <summary>Collects everything that is wrong with an input, each under the field's path as the request spells it.</summary>
public sealed class Faults
{
    /// <summary>So many are listed: whoever has more mends these first.</summary>
    private const int Most = 100;

    private const int LongestField = 200;

    private readonly SortedDictionary<string, List<string>> _byField = new(StringComparer.Ordinal);
    private int _count;

    /// <summary>Whether anything has been found wrong so far.</summary>
    public bool Any => _byField.Count > 0;

    /// <summary>Whether so many are known that no more are listed; whoever looks for them may stop.</summary>
    public bool Full => _count > Most;

    /// <summary>The messages by field path, such as <c>hub.outerDiameterMm</c>.</summary>
    public IReadOnlyDictionary<string, string[]> ByField =>
        _byField.ToDictionary(p => p.Key, p => p.Value.ToArray(), StringComparer.Ordinal);

    /// <summary>Records one fault.</summary>
    /// <param name="field">The path as the request spells it.</param>
    /// <param name="message">What would be right, in plain words.</param>
    public void Add(string field, string message)
    {
        _count++;
        if (Full)
        {
            (field, message) = ("", $"has more faults than the {Most} that are listed");
            if (_byField.TryGetValue(field, out var whole) && whole.Contains(message))
            {
                return;
            }
        }

        field = field.Length <= LongestField ? field : $"{field[..LongestField]}…";
        if (!_byField.TryGetValue(field, out var messages))
        {
            _byField[field] = messages = [];
        }

        messages.Add(message);
    }

    /// <summary>Records a fault unless the rule holds, and says whether it held.</summary>
    public bool Require(bool holds, string field, string message)
    {
        if (!holds)
        {
            Add(field, message);
        }

        return holds;
    }

    /// <summary>Requires a value larger than zero.</summary>
    public bool Positive(double value, string field) => Require(value > 0, field, "must be larger than 0");

    /// <summary>Requires a value of zero or more.</summary>
    public bool NotNegative(double value, string field) => Require(value >= 0, field, "must be 0 or larger");

    /// <summary>Requires a value within a closed range.</summary>
    public bool Within(double value, double low, double high, string field) =>
        Require(value >= low && value <= high, field, $"must be from {low} to {high}");

    /// <summary>Requires a list of a sensible length.</summary>
    public bool Listed<T>(IReadOnlyList<T> list, int least, int most, string field) =>
        Require(list.Count >= least && list.Count <= most, field, $"must have from {least} to {most} entries; it has {list.Count}");

    /// <summary>Throws <see cref="UnusableInputException"/> if anything was found wrong.</summary>
    public void ThrowIfAny()
    {
        if (Any)
        {
            throw new UnusableInputException(ByField);
        }
    }
}

/// <summary>The input is well formed but can't be true or can't be worked with; every fault is named by its field.</summary>
public sealed class UnusableInputException(IReadOnlyDictionary<string, string[]> errors)
    : Exception(string.Join("; ", errors.Select(e => $"{e.Key}: {string.Join(", ", e.Value)}")))
{
    /// <summary>The messages by field path.</summary>
    public IReadOnlyDictionary<string, string[]> Errors { get; } = errors;

    /// <summary>An exception with a single fault.</summary>
    public UnusableInputException(string field, string message)
        : this(new Dictionary<string, string[]> { [field] = [message] }) { }
}
