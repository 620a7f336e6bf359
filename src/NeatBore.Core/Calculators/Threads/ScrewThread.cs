using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Threads;

/// <summary>The form of a thread.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ThreadForm>))]
public enum ThreadForm
{
    /// <summary>ISO metric, 60°.</summary>
    [JsonStringEnumMemberName("iso")]
    Iso,

    /// <summary>Unified inch, 60°.</summary>
    [JsonStringEnumMemberName("unified")]
    Unified,

    /// <summary>Metric trapezoidal, 30°.</summary>
    [JsonStringEnumMemberName("trapezoidal")]
    Trapezoidal,
}

/// <summary>A thread by its basic geometry (ISO 68-1 and ISO 724; ASME B1.1; ISO 2904).</summary>
/// <param name="MajorMm">Major diameter d, mm, larger than 0.</param>
/// <param name="PitchMm">Pitch P, mm, larger than 0 and smaller than d.</param>
/// <param name="Form">Its form.</param>
public sealed record ScrewThread(double MajorMm, double PitchMm, ThreadForm Form = ThreadForm.Iso)
{
    private static readonly double s_root3 = Math.Sqrt(3);

    /// <summary>Pitch diameter d2, mm.</summary>
    [JsonIgnore]
    public double PitchDiameterMm => Form == ThreadForm.Trapezoidal ? MajorMm - (PitchMm / 2) : MajorMm - (3 * s_root3 / 8 * PitchMm);

    /// <summary>Minor diameter d1 of the nut thread, mm.</summary>
    [JsonIgnore]
    public double MinorMm => Form == ThreadForm.Trapezoidal ? MajorMm - PitchMm : MajorMm - (5 * s_root3 / 8 * PitchMm);

    /// <summary>Tensile stress area, mm² (ISO 898-1; ASME B1.1 for unified).</summary>
    [JsonIgnore]
    public double StressAreaMm2 =>
        Math.PI
        / 4
        * Math.Pow(
            Form switch
            {
                ThreadForm.Iso => MajorMm - (13 * s_root3 / 24 * PitchMm),
                ThreadForm.Unified => MajorMm - (0.9743 * PitchMm),
                _ => (PitchDiameterMm + MinorMm) / 2,
            },
            2
        );

    /// <summary>Half of the thread angle, degrees.</summary>
    [JsonIgnore]
    public double FlankDeg => Form == ThreadForm.Trapezoidal ? 15 : 30;

    /// <summary>As it is written: M18×1.5, 3/8-16, Tr 24×5.</summary>
    [JsonIgnore]
    public string Name =>
        Form switch
        {
            ThreadForm.Iso or ThreadForm.Unified => ThreadName.Of(MajorMm, PitchMm),
            _ => $"Tr {MajorMm:0.###}×{PitchMm:0.###}",
        };

    internal void Check(Faults faults, string field)
    {
        faults.Positive(MajorMm, $"{field}.majorMm");
        faults.Positive(PitchMm, $"{field}.pitchMm");
        faults.Require(
            MajorMm <= 0 || PitchMm <= 0 || PitchMm <= MajorMm / 2,
            $"{field}.pitchMm",
            $"must be at most half of the major diameter ({MajorMm / 2} mm)"
        );
    }
}
