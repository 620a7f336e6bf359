using System.Globalization;
using System.Text.RegularExpressions;
using CsvHelper;
using CsvHelper.Configuration;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Measures;

namespace NeatBore.Server.Crib;

/// <summary>The crib as CSV, out and in again without loss. See docs/formats/crib.md.</summary>
internal static partial class CribCsv
{
    private const int MostRows = 5000;
    private static readonly string[] s_needed = ["id", "kind", "name"];

    private static readonly (string Name, Func<ToolMatch.CribTool, string> Write)[] s_columns =
    [
        ("id", t => t.Id),
        ("kind", t => t.Kind),
        ("name", t => t.Name ?? ""),
        ("kept", t => t.Kept ?? ""),
        ("threads", t => string.Join("; ", t.Threads.Select(s => $"{Named(s.MajorMm, s.PitchMm)}x{N(s.LengthMm)}"))),
        ("holes", t => t.Holes?.ToString(CultureInfo.InvariantCulture) ?? ""),
        ("boltCircleMm", t => Range(t.BoltCircleMm)),
        ("reachMm", t => N(t.ReachMm)),
        ("spreadMm", t => Range(t.SpreadMm)),
        ("ratedKn", t => N(t.RatedForceN / 1000)),
        ("tips", t => string.Join("; ", t.Tips)),
        ("screw", t => t.Screw is { } s ? Named(s.MajorMm, s.PitchMm) : ""),
        ("outerMm", t => N(t.OuterMm)),
        ("innerMm", t => N(t.InnerMm)),
        ("lengthMm", t => N(t.LengthMm)),
        ("quantity", t => t.Quantity?.ToString(CultureInfo.InvariantCulture) ?? ""),
        ("calibrationDue", t => t.CalibrationDue?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? ""),
        ("edgeThicknessMm", t => N(t.EdgeThicknessMm)),
        ("armDepthMm", t => N(t.ArmDepthMm)),
        ("borrowedFrom", t => t.BorrowedFrom ?? ""),
    ];

    /// <summary>The whole crib as CSV.</summary>
    public static string Write(IReadOnlyList<ToolMatch.CribTool> tools)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (
            var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.None })
        )
        {
            foreach (var (name, _) in s_columns)
            {
                csv.WriteField(name);
            }

            csv.NextRecord();
            foreach (var tool in tools)
            {
                foreach (var (_, write) in s_columns)
                {
                    csv.WriteField(Runs().IsMatch(write(tool)) ? $"'{write(tool)}" : write(tool));
                }

                csv.NextRecord();
            }
        }

        return text.ToString();
    }

    /// <summary>Reads a whole crib; nothing of it, where anything in it is wrong.</summary>
    /// <exception cref="UnusableInputException">Every fault by its row and column.</exception>
    public static IReadOnlyList<ToolMatch.CribTool> Read(string text)
    {
        var faults = new Faults();
        var tools = new List<ToolMatch.CribTool>();
        var newline = text.IndexOf('\n', StringComparison.Ordinal);
        var first = newline < 0 ? text : text[..newline];
        var configuration = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter =
                first.Contains(';', StringComparison.Ordinal) ? ";"
                : first.Contains('\t', StringComparison.Ordinal) ? "\t"
                : ",",
            TrimOptions = TrimOptions.Trim,
            BadDataFound = null,
            MissingFieldFound = null,
        };
        using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), configuration);
        if (!csv.Read() || !csv.ReadHeader())
        {
            throw new UnusableInputException("row 1", $"must be the headings {string.Join(",", s_columns.Select(c => c.Name))}");
        }

        CheckHeadings(csv.HeaderRecord!, faults);
        faults.ThrowIfAny();

        var ids = new Dictionary<string, int>(StringComparer.Ordinal);
        var marks = new DecimalMark();
        while (csv.Read())
        {
            var row = csv.Parser.RawRow;
            if (tools.Count >= MostRows)
            {
                throw new UnusableInputException($"row {row}", $"is one too many: a crib has at most {MostRows} tools");
            }

            var cells = new Cells(csv, row, faults, marks);
            var tool = cells.Tool();
            if (ids.TryGetValue(tool.Id, out var before))
            {
                faults.Add($"row {row}, id", $"“{tool.Id}” stands in row {before} already; each tool needs its own id");
            }

            ids.TryAdd(tool.Id, row);
            tools.Add(tool);
        }

        faults.Require(tools.Count > 0, "row 2", "must be a tool: there is nothing under the headings");
        faults.ThrowIfAny();
        // The same rules as everywhere else, by the row that broke them.
        var need = new ToolMatch.ToolNeed("any", [], 0, 1);
        try
        {
            ToolMatch.Solve(new ToolMatch.Request(need, tools));
        }
        catch (UnusableInputException e)
        {
            throw new UnusableInputException(
                e.Errors.ToDictionary(
                    p => Place().Replace(p.Key, m => $"row {int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture) + 2}, "),
                    p => p.Value
                )
            );
        }

        return tools;
    }

    private static void CheckHeadings(string[] headings, Faults faults)
    {
        var known = s_columns.Select(c => c.Name).ToHashSet(StringComparer.Ordinal);
        for (var i = 0; i < headings.Length; i++)
        {
            faults.Require(
                known.Contains(headings[i]),
                $"row 1, column {i + 1}",
                $"“{headings[i]}” is not a heading known here; the headings are {string.Join(", ", known)}"
            );
            faults.Require(Array.IndexOf(headings, headings[i]) == i, $"row 1, column {i + 1}", $"“{headings[i]}” stands twice");
        }

        foreach (var needed in s_needed.Where(n => !headings.Contains(n, StringComparer.Ordinal)))
        {
            faults.Add("row 1", $"must have the heading {needed}");
        }
    }

    private static string N(double? value) => value?.ToString("0.####", CultureInfo.InvariantCulture) ?? "";

    private static string Range(IReadOnlyList<double>? range) => range is null ? "" : $"{N(range[0])} to {N(range[1])}";

    /// <summary>What a spreadsheet would run, or would show as if it were something else: an apostrophe before it keeps it a
    /// text.</summary>
    [GeneratedRegex(@"^'*[\s\u200B\uFEFF]*[=+\-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20\u2212]")]
    private static partial Regex Runs();

    [GeneratedRegex(@"^'+[\s\u200B\uFEFF]*[=+\-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20\u2212]")]
    private static partial Regex Marked();

    [GeneratedRegex(@"^crib\[(\d+)\]\.")]
    private static partial Regex Place();

    [GeneratedRegex(@"^M?\s*([0-9.,]+)\s*[x×]\s*([0-9.,]+)(?:\s*[x×]\s*([0-9.,]+))?$", RegexOptions.IgnoreCase)]
    private static partial Regex Thread();

    [GeneratedRegex(@"^([0-9.,]+)\s*(?:to|-|–)\s*([0-9.,]+)$")]
    private static partial Regex FromTo();

    // By its name in inches only where that reads back as just the same.
    private static string Named(double majorMm, double pitchMm) =>
        ThreadName.Of(majorMm, pitchMm) is var name
        && !name.StartsWith('M')
        && ThreadName.Read(name) is var thread
        && Math.Abs(thread.MajorMm - majorMm) < 1e-9
        && Math.Abs(thread.PitchMm - pitchMm) < 1e-9
            ? name
            : $"M{N(majorMm)}x{N(pitchMm)}";

    /// <summary>The decimal mark of a file: the first one met; another one after it is a fault.</summary>
    private sealed class DecimalMark
    {
        private char? _mark;

        public string? Read(string text, out double value)
        {
            value = 0;
            var mark = text.FirstOrDefault(c => c is '.' or ',');
            if (mark != default)
            {
                _mark ??= mark;
                if (mark != _mark)
                {
                    var (here, before) = mark == ',' ? ("comma", "point") : ("point", "comma");
                    return $"“{text}” has a decimal {here}, where the rows before have a decimal {before}; write all of them alike";
                }
            }

            return
                text.Count(c => c is '.' or ',') <= 1
                && double.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out value)
                && value <= 1e6
                ? null
                : $"“{text}” must be a number from 0 to 1,000,000, without a thousands mark";
        }
    }

    /// <summary>One row, cell by cell.</summary>
    private sealed class Cells(CsvReader csv, int row, Faults faults, DecimalMark marks)
    {
        public ToolMatch.CribTool Tool() =>
            new(
                Words("id", 40, needed: true),
                Words("kind", 40, needed: true),
                [.. List("threads").Select(ScrewOf).OfType<ToolMatch.ScrewLength>()],
                Number("reachMm") ?? 0,
                (Number("ratedKn") ?? 0) * 1000,
                [.. List("tips")],
                Whole("holes", 1, 36),
                RangeOf("boltCircleMm"),
                RangeOf("spreadMm"),
                Words("name", 80, needed: true),
                ScrewThreadOf("screw"),
                Number("outerMm"),
                Number("innerMm"),
                Number("lengthMm"),
                Date("calibrationDue"),
                Words("kept", 60) is { Length: > 0 } kept ? kept : null,
                Whole("quantity", 0, 100_000),
                Number("edgeThicknessMm"),
                Number("armDepthMm"),
                Words("borrowedFrom", 80) is { Length: > 0 } owner ? owner : null
            );

        private string Cell(string column) =>
            csv.TryGetField<string>(column, out var text) && text is not null
                ? Marked().IsMatch(text)
                    ? text[1..]
                    : text
                : "";

        private void Fault(string column, string message) => faults.Add($"row {row}, {column}", message);

        private string Words(string column, int longest, bool needed = false)
        {
            var text = Cell(column);
            if (needed && text.Length == 0)
            {
                Fault(column, "is empty; every tool has one");
            }
            else if (text.Length > longest)
            {
                Fault(column, $"must be at most {longest} characters");
            }

            return text;
        }

        private string[] List(string column) =>
            Cell(column).Split([';', '|'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

        private double? Number(string column) => Cell(column) is { Length: > 0 } text ? NumberIn(column, text) : null;

        private double? NumberIn(string column, string text)
        {
            if (marks.Read(text, out var value) is { } fault)
            {
                Fault(column, fault);
                return null;
            }

            return value;
        }

        private int? Whole(string column, int least, int most)
        {
            if (Cell(column) is not { Length: > 0 } text)
            {
                return null;
            }

            if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most)
            {
                return value;
            }

            Fault(column, $"“{text}” must be a whole number from {least} to {most}");
            return null;
        }

        private IReadOnlyList<double>? RangeOf(string column)
        {
            if (Cell(column) is not { Length: > 0 } text)
            {
                return null;
            }

            if (FromTo().Match(text) is { Success: true } match)
            {
                return NumberIn(column, match.Groups[1].Value) is { } low && NumberIn(column, match.Groups[2].Value) is { } high
                    ? [low, high]
                    : null;
            }

            Fault(column, $"“{text}” must be a range such as 36 to 96");
            return null;
        }

        private ToolMatch.ScrewLength? ScrewOf(string text)
        {
            if (
                text.LastIndexOfAny(['x', '×']) is > 0 and var at
                && text.Contains('-', StringComparison.Ordinal)
                && ThreadName.Is(text[..at])
            )
            {
                return InInches("threads", text[..at]) is { } inches && NumberIn("threads", text[(at + 1)..]) is { } lengthMm
                    ? new ToolMatch.ScrewLength(inches.MajorMm, inches.PitchMm, lengthMm)
                    : null;
            }

            var match = Thread().Match(text);
            if (match.Success && match.Groups[3].Success)
            {
                return
                    NumberIn("threads", match.Groups[1].Value) is { } major
                    && NumberIn("threads", match.Groups[2].Value) is { } pitch
                    && NumberIn("threads", match.Groups[3].Value) is { } length
                    ? new ToolMatch.ScrewLength(major, pitch, length)
                    : null;
            }

            Fault(
                "threads",
                $"“{text}” must be a screw with its pitch and length, such as M8x1.25x80 or 3/8-16x80; more of them apart by ;"
            );
            return null;
        }

        private ScrewThread? InInches(string column, string text)
        {
            try
            {
                return ThreadName.Read(text);
            }
            catch (UnusableInputException e)
            {
                Fault(column, e.Errors.First().Value[0]);
                return null;
            }
        }

        private ScrewThread? ScrewThreadOf(string column)
        {
            if (Cell(column) is not { Length: > 0 } text)
            {
                return null;
            }

            if (text.Contains('-', StringComparison.Ordinal) && ThreadName.Is(text))
            {
                return InInches(column, text);
            }

            var match = Thread().Match(text);
            if (match.Success && !match.Groups[3].Success)
            {
                return NumberIn(column, match.Groups[1].Value) is { } major && NumberIn(column, match.Groups[2].Value) is { } pitch
                    ? new ScrewThread(major, pitch)
                    : null;
            }

            Fault(column, $"“{text}” must be a thread such as M24x2 or 7/8-14");
            return null;
        }

        private DateOnly? Date(string column)
        {
            if (Cell(column) is not { Length: > 0 } text)
            {
                return null;
            }

            if (DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
            {
                return date;
            }

            Fault(column, $"“{text}” must be a date such as 2027-03-31");
            return null;
        }
    }
}
