namespace NeatBore.Core.Engines;

/// <summary>Values of an engine as they are known so far, by path.</summary>
internal sealed class KnownValues
{
    private readonly Dictionary<string, (double? Number, string? Word)> _all = new(StringComparer.Ordinal);

    /// <summary>A number; null where it is not known.</summary>
    public double? Number(string path) => _all.GetValueOrDefault(path).Number;

    /// <summary>A word; null where it is not known.</summary>
    public string? Word(string path) => _all.GetValueOrDefault(path).Word;

    /// <summary>Whether it is known.</summary>
    public bool Has(string path) => _all.ContainsKey(path);

    internal void Put(string path, double? number, string? word)
    {
        if (number is not null || word is not null)
        {
            _all[path] = (number, word);
        }
    }
}
